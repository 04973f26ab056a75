int from(const vector<int>& stones, vector<int>& kept, size_t i) {
    if (i + 1 >= stones.size()) return 0;
    if (kept[i]) return kept[i];
    int best = 1e9;
    for (int j = 1; j <= stones[i]; j++) best = min(best, 1 + from(stones, kept, i + j));
    return kept[i] = best;
}

int hops(const vector<int>& stones) {
    vector<int> kept(stones.size());
    return from(stones, kept, 0);
}
