long long lowest(const vector<int>& tides, const vector<pair<int, int>>& asked) {
    vector<vector<int>> low = {tides};
    int n = tides.size();
    for (int w = 1; 2 * w <= n; w *= 2) {
        const vector<int>& half = low.back();
        vector<int> next(n - 2 * w + 1);
        for (int i = 0; i + 2 * w <= n; i++) next[i] = min(half[i], half[i + w]);
        low.push_back(next);
    }
    long long sum = 0;
    for (auto [a, b] : asked) {
        if (a > b) swap(a, b);
        int p = 31 - __builtin_clz(b - a + 1);
        sum += min(low[p][a], low[p][b - (1 << p) + 1]);
    }
    return sum;
}
