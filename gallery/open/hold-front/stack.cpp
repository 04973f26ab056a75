long long largest(const vector<int>& heights) {
    stack<int> open;
    long long best = 0;
    int n = heights.size();
    for (int i = 0; i <= n; i++) {
        while (!open.empty() && (i == n || heights[open.top()] >= heights[i])) {
            long long h = heights[open.top()];
            open.pop();
            int left = open.empty() ? -1 : open.top();
            best = max(best, h * (i - left - 1));
        }
        if (i < n) open.push(i);
    }
    return best;
}
