vector<int> most(vector<int>& cargos, int k) {
    unordered_map<int, int> seen;
    for (int c : cargos) seen[c]++;
    auto better = [](pair<int,int> a, pair<int,int> b) {
        return a.first != b.first ? a.first > b.first : a.second < b.second;
    };
    priority_queue<pair<int,int>, vector<pair<int,int>>, decltype(better)> best(better);
    for (auto& [cargo, times] : seen) {
        best.push({times, cargo});
        if ((int)best.size() > k) best.pop();
    }
    vector<int> out;
    while (!best.empty()) { out.push_back(best.top().second); best.pop(); }
    reverse(out.begin(), out.end());
    return out;
}
