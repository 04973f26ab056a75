long long go(const vector<int>& c, size_t i, long long d) {
    if (i == c.size()) return llabs(d);
    return min(go(c, i + 1, d + c[i]), go(c, i + 1, d - c[i]));
}
long long least(vector<int>& crates) { return go(crates, 0, 0); }
