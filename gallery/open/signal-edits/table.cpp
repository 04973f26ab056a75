int edits(string sent, string heard) {
    int n = sent.size(), m = heard.size();
    vector<vector<int>> best(n + 1, vector<int>(m + 1));
    for (int i = 0; i <= n; i++)
        for (int j = 0; j <= m; j++) {
            if (i == 0 || j == 0) { best[i][j] = i + j; continue; }
            best[i][j] = min({best[i - 1][j] + 1, best[i][j - 1] + 1,
                              best[i - 1][j - 1] + (sent[i - 1] != heard[j - 1])});
        }
    return best[n][m];
}
