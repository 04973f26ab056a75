long long cheapest(int quays, const vector<vector<int>> &passages) {
    vector<vector<pair<int, int>>> ways(quays);
    for (const auto &p : passages) ways[p[0]].push_back({p[1], p[2]});
    vector<long long> best(quays, -1);
    vector<bool> done(quays);
    best[0] = 0;
    long long total = 0;
    while (true) {
        int at = -1;
        for (int i = 0; i < quays; i++)
            if (!done[i] && best[i] >= 0 && (at < 0 || best[i] < best[at])) at = i;
        if (at < 0) break;
        done[at] = true;
        total += best[at];
        for (auto [to, price] : ways[at])
            if (best[to] < 0 || best[at] + price < best[to]) best[to] = best[at] + price;
    }
    return total;
}
