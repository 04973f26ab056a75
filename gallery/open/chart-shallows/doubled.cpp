long long shallows(vector<int>& depths, vector<pair<int,int>>& asked) {
    int n = depths.size();
    vector<vector<int>> low{depths};
    for (int w = 1; 2 * w <= n; w *= 2) {
        auto& last = low.back();
        vector<int> next(n - 2 * w + 1);
        for (int i = 0; i + 2 * w <= n; i++) next[i] = min(last[i], last[i + w]);
        low.push_back(next);
    }
    long long total = 0;
    for (auto [a, b] : asked) {
        int p = 31 - __builtin_clz(b - a + 1);
        total += min(low[p][a], low[p][b - (1 << p) + 1]);
    }
    return total;
}
