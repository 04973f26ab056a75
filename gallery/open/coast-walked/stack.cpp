int lands(vector<vector<int>> chart) {
    int h = chart.size(), w = chart[0].size(), count = 0;
    for (int r = 0; r < h; r++)
        for (int c = 0; c < w; c++) {
            if (!chart[r][c]) continue;
            count++;
            vector<pair<int, int>> ahead{{r, c}};
            chart[r][c] = 0;
            while (!ahead.empty()) {
                auto [y, x] = ahead.back();
                ahead.pop_back();
                for (auto [dy, dx] : {pair{0, 1}, {1, 0}, {0, -1}, {-1, 0}}) {
                    int a = y + dy, b = x + dx;
                    if (a < 0 || b < 0 || a >= h || b >= w || !chart[a][b]) continue;
                    chart[a][b] = 0;
                    ahead.push_back({a, b});
                }
            }
        }
    return count;
}
