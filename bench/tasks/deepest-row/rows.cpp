// every cell once: O(n^2) time, O(1) space
int deepestRow(const vector<vector<int>> &grid) {
    int best = INT_MIN;
    for (const auto &row : grid) {
        int sum = 0;
        for (int depth : row)
            sum += depth;
        best = max(best, sum);
    }
    return best;
}
