int busy(vector<pair<int, int>>& trips) {
    sort(trips.begin(), trips.end());
    int total = 0, end = -1;
    for (auto [from, to] : trips) {
        if (to <= end) continue;
        total += to - max(from, end);
        end = to;
    }
    return total;
}
