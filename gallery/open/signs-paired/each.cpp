long long pairs(int n) {
    long long count = 0;
    for (int a = 1; a <= n; a++)
        for (long long b = 1; a * b <= n; b++) count++;
    return count;
}
