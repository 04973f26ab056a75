int[][] kept;

int on(int[] weights, int i, int left) {
    if (left < 0) return 0;
    if (i == weights.length) return left == 0 ? 1 : 0;
    if (kept[i][left] == 0) kept[i][left] = 1 + (on(weights, i + 1, left) + on(weights, i + 1, left - weights[i])) % 1000007;
    return kept[i][left] - 1;
}

int ways(int[] weights, int t) {
    kept = new int[weights.length][t + 1];
    return on(weights, 0, t);
}
