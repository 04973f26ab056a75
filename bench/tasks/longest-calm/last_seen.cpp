// O(n) time, O(1) space: there are 256 letters at most
int longestCalm(string signals) {
    vector<int> last(256, -1);
    int from = 0, best = 0;
    for (int i = 0; i < (int)signals.size(); ++i) {
        from = max(from, last[(unsigned char)signals[i]] + 1);
        last[(unsigned char)signals[i]] = i;
        best = max(best, i - from + 1);
    }
    return best;
}
