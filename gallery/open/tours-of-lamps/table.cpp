int tour(const vector<vector<int>>& far) {
    int n = far.size();
    vector<vector<int>> best(1 << n, vector<int>(n, 1e9));
    best[1][0] = 0;
    for (int set = 1; set < 1 << n; set++)
        for (int at = 0; at < n; at++) {
            if (best[set][at] >= 1e9) continue;
            for (int to = 0; to < n; to++)
                if (!(set >> to & 1)) best[set | 1 << to][to] = min(best[set | 1 << to][to], best[set][at] + far[at][to]);
        }
    int least = 1e9;
    for (int at = 1; at < n; at++) least = min(least, best[(1 << n) - 1][at] + far[at][0]);
    return least;
}
