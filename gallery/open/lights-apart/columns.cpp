static int place(int row, int n, vector<int>& at) {
    if (row == n) return 1;
    int ways = 0;
    for (int c = 0; c < n; c++) {
        bool free = true;
        for (int r = 0; r < row && free; r++) free = at[r] != c && abs(at[r] - c) != row - r;
        if (!free) continue;
        at[row] = c;
        ways += place(row + 1, n, at);
    }
    return ways;
}

int ways(int n) {
    vector<int> at(n);
    return place(0, n, at);
}
