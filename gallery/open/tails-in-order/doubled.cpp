long long ranked(const string &signal) {
    int n = signal.size();
    vector<int> order(n), rank(signal.begin(), signal.end()), next(n);
    iota(order.begin(), order.end(), 0);
    for (int k = 1;; k *= 2) {
        auto less = [&](int a, int b) {
            if (rank[a] != rank[b]) return rank[a] < rank[b];
            int x = a + k < n ? rank[a + k] : -1, y = b + k < n ? rank[b + k] : -1;
            return x < y;
        };
        sort(order.begin(), order.end(), less);
        next[order[0]] = 0;
        for (int i = 1; i < n; i++) next[order[i]] = next[order[i - 1]] + less(order[i - 1], order[i]);
        rank = next;
        if (rank[order[n - 1]] == n - 1) break;
    }
    long long sum = 0;
    for (int i = 0; i < n; i++) sum += (long long)i * order[i];
    return sum;
}
