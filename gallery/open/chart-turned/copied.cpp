vector<vector<int>> turned(vector<vector<int>> chart) {
    int n = chart.size();
    vector<vector<int>> out(n, vector<int>(n));
    for (int i = 0; i < n; i++)
        for (int j = 0; j < n; j++) out[j][n - 1 - i] = chart[i][j];
    return out;
}
