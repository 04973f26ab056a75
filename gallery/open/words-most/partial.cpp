vector<string> most(const vector<string>& words, int k) {
    map<string, int> counts;
    for (const string& w : words) counts[w]++;
    vector<pair<int, string>> all;
    for (auto& [w, c] : counts) all.push_back({-c, w});
    k = min<int>(k, all.size());
    partial_sort(all.begin(), all.begin() + k, all.end());
    vector<string> out;
    for (int i = 0; i < k; i++) out.push_back(all[i].second + " " + to_string(-all[i].first));
    return out;
}
