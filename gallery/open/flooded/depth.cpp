void pour(vector<vector<int>>& chart, int r, int c, int& count) {
    if (r < 0 || c < 0 || r >= (int)chart.size() || c >= (int)chart[0].size() || chart[r][c] > 5) return;
    chart[r][c] = 9;
    count++;
    pour(chart, r + 1, c, count);
    pour(chart, r - 1, c, count);
    pour(chart, r, c + 1, count);
    pour(chart, r, c - 1, count);
}

int flooded(vector<vector<int>> chart) {
    int count = 0;
    pour(chart, 0, 0, count);
    return count;
}
