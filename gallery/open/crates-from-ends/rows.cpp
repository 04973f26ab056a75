int ahead(const vector<int>& crates) {
    vector<int> best = crates;
    int n = crates.size();
    for (int length = 2; length <= n; length++)
        for (int i = 0; i + length <= n; i++)
            best[i] = max(crates[i] - best[i + 1], crates[i + length - 1] - best[i]);
    return best[0];
}
