vector<long long> sums(const vector<int>& levels, const vector<int>& first, const vector<int>& last) {
    vector<long long> up(levels.size() + 1);
    for (size_t i = 0; i < levels.size(); i++) up[i + 1] = up[i] + levels[i];
    vector<long long> out;
    for (size_t q = 0; q < first.size(); q++)
        out.push_back(up[max(first[q], last[q]) + 1] - up[min(first[q], last[q])]);
    return out;
}
