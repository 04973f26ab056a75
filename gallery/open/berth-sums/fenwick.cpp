long long asked(const vector<int> &levels, const vector<vector<int>> &orders) {
    int n = levels.size();
    vector<long long> tree(n + 1);
    auto add = [&](int at, int by) {
        for (at++; at <= n; at += at & -at) tree[at] += by;
    };
    for (int i = 0; i < n; i++) add(i, levels[i]);
    long long sum = 0;
    for (const auto &order : orders) {
        if (order[0] == 0) {
            add(order[1], order[2]);
            continue;
        }
        for (int at = order[1]; at > 0; at -= at & -at) sum += tree[at];
        sum += order[2];
    }
    return sum;
}
