long shares(long n, long k) {
    long *ways = calloc(n + 1, sizeof *ways);
    ways[0] = 1;
    for (long part = 1; part <= k; part++)
        for (long at = part; at <= n; at++) ways[at] = (ways[at] + ways[at - part]) % 1009;
    long answer = ways[n];
    free(ways);
    return answer;
}
