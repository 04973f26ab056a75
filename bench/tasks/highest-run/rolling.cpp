// time O(n), space O(1)
int highestRun(const vector<int> &levels, int k) {
    int sum = 0, best = INT_MIN;
    for (int i = 0; i < levels.size(); ++i) {
        sum += levels[i];
        if (i >= k) sum -= levels[i - k];
        if (i >= k - 1) best = max(best, sum);
    }
    return best;
}
