long long fours(const vector<int> &weights) {
    int n = weights.size();
    unordered_map<int, int> before;
    long long count = 0;
    for (int c = 2; c < n; c++) {
        for (int a = 0; a < c - 1; a++) before[weights[a] + weights[c - 1]]++;
        for (int d = c + 1; d < n; d++) {
            auto found = before.find(weights[c] + weights[d]);
            if (found != before.end()) count += found->second;
        }
    }
    return count;
}
