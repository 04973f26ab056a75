int edits(const string& sent, const string& heard, int most) {
    int n = sent.size(), m = heard.size();
    vector<int> above(2 * most + 1, most + 1), row(2 * most + 1, most + 1);
    for (int i = 0; i <= n; i++) {
        for (int d = -most; d <= most; d++) {
            int j = i + d, at = d + most;
            if (j < 0 || j > m) { row[at] = most + 1; continue; }
            if (i == 0) { row[at] = j; continue; }
            if (j == 0) { row[at] = i; continue; }
            int best = above[at] + (sent[i - 1] != heard[j - 1]);
            if (at > 0) best = min(best, row[at - 1] + 1);
            if (at + 1 < 2 * most + 1) best = min(best, above[at + 1] + 1);
            row[at] = min(best, most + 1);
        }
        swap(above, row);
    }
    return min(above[m - n + most], most + 1);
}
