long long row_sum(int n) {
    const long long M = 1000000000;
    vector<vector<long long>> rows;
    for (int i = 0; i <= n; i++) {
        rows.emplace_back(i + 1, 1);
        for (int j = 1; j < i; j++) rows[i][j] = (rows[i - 1][j - 1] + rows[i - 1][j]) % M;
    }
    long long sum = 0;
    for (long long x : rows[n]) sum = (sum + x) % M;
    return sum;
}
