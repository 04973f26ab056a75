long long least(vector<int>& ends) {
    int n = ends.size() - 1;
    vector<vector<long long>> best(n + 1, vector<long long>(n + 1, 0));
    for (int len = 2; len <= n; len++)
        for (int i = 0; i + len <= n; i++) {
            int j = i + len;
            best[i][j] = 1LL << 60;
            for (int k = i + 1; k < j; k++)
                best[i][j] = min(best[i][j], best[i][k] + best[k][j] + (long long)ends[i] * ends[k] * ends[j]);
        }
    return best[0][n];
}
