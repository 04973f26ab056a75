vector<int> ranks(const vector<int>& draughts, int v) {
    vector<int> tree(v + 1), out;
    for (int d : draughts) {
        int less = 0;
        for (int i = d - 1; i > 0; i -= i & -i) less += tree[i];
        out.push_back(less);
        for (int i = d; i <= v; i += i & -i) tree[i]++;
    }
    return out;
}
