using Table = vector<vector<long long>>;
Table times(const Table &a, const Table &b) {
    int k = a.size();
    Table c(k, vector<long long>(k));
    for (int i = 0; i < k; i++)
        for (int m = 0; m < k; m++)
            for (int j = 0; j < k; j++) c[i][j] = (c[i][j] + a[i][m] * b[m][j]) % 1009;
    return c;
}
long long level(long long n, long long k) {
    if (n < k) return 1;
    Table step(k, vector<long long>(k)), all = step;
    for (int i = 0; i < k; i++) all[i][i] = 1, step[0][i] = 1;
    for (int i = 1; i < k; i++) step[i][i - 1] = 1;
    for (long long left = n - k + 1; left > 0; left /= 2) {
        if (left % 2) all = times(all, step);
        step = times(step, step);
    }
    long long sum = 0;
    for (int i = 0; i < k; i++) sum += all[0][i];
    return sum % 1009;
}
