int shapes(int n) {
    vector<long long> ways(n + 1);
    ways[0] = 1;
    for (int i = 1; i <= n; i++)
        for (int j = 0; j < i; j++) ways[i] = (ways[i] + ways[j] * ways[i - 1 - j]) % 1000000007;
    return ways[n];
}
