int most(const vector<pair<int, int>>& visits) {
    int best = 0;
    for (auto& [a, b] : visits) {
        int here = 0;
        for (auto& [c, d] : visits) here += c <= a && a <= d;
        best = max(best, here);
    }
    return best;
}
