int fog(vector<vector<int>> chart, int hours) {
    int n = chart.size(), m = chart[0].size();
    for (int h = 0; h < hours; h++) {
        vector<vector<int>> next(n, vector<int>(m));
        for (int r = 0; r < n; r++)
            for (int c = 0; c < m; c++) {
                int around = 0;
                for (int i = max(0, r - 1); i <= min(n - 1, r + 1); i++)
                    for (int j = max(0, c - 1); j <= min(m - 1, c + 1); j++)
                        if (i != r || j != c) around += chart[i][j];
                next[r][c] = around == 3 || (around == 2 && chart[r][c]);
            }
        chart = next;
    }
    int sum = 0;
    for (auto& row : chart)
        for (int f : row) sum += f;
    return sum;
}
