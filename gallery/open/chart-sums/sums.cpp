long long total(const vector<vector<int>> &chart, const vector<vector<int>> &asked) {
    int r = chart.size(), c = chart[0].size();
    vector<vector<long long>> sum(r + 1, vector<long long>(c + 1));
    for (int i = 0; i < r; i++)
        for (int j = 0; j < c; j++) sum[i + 1][j + 1] = sum[i][j + 1] + sum[i + 1][j] - sum[i][j] + chart[i][j];
    long long all = 0;
    for (const auto &s : asked) all += sum[s[2] + 1][s[3] + 1] - sum[s[0]][s[3] + 1] - sum[s[2] + 1][s[1]] + sum[s[0]][s[1]];
    return all;
}
