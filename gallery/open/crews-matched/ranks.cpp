long long matched(const vector<vector<int>>& crews, const vector<vector<int>>& boats) {
    int n = crews.size();
    vector<vector<int>> rank(n, vector<int>(n));
    for (int b = 0; b < n; b++)
        for (int i = 0; i < n; i++) rank[b][boats[b][i] - 1] = i;
    vector<int> next(n), of(n, -1), open;
    for (int c = 0; c < n; c++) open.push_back(c);
    while (!open.empty()) {
        int c = open.back();
        int b = crews[c][next[c]++] - 1;
        if (of[b] < 0) {
            of[b] = c;
            open.pop_back();
        } else if (rank[b][c] < rank[b][of[b]]) {
            open.back() = of[b];
            of[b] = c;
        }
    }
    long long sum = 0;
    for (int b = 0; b < n; b++) sum += (long long)b * of[b];
    return sum;
}
