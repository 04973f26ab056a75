int find(int[] up, int i) {
    while (up[i] != i) {
        up[i] = up[up[i]];
        i = up[i];
    }
    return i;
}

int flooded(int[][] chart) {
    int h = chart.length, w = chart[0].length;
    int[] up = new int[h * w];
    for (int i = 0; i < up.length; i++) up[i] = i;
    for (int r = 0; r < h; r++)
        for (int c = 0; c < w; c++) {
            if (chart[r][c] > 5) continue;
            if (r + 1 < h && chart[r + 1][c] <= 5) up[find(up, r * w + c)] = find(up, (r + 1) * w + c);
            if (c + 1 < w && chart[r][c + 1] <= 5) up[find(up, r * w + c)] = find(up, r * w + c + 1);
        }
    if (chart[0][0] > 5) return 0;
    int count = 0;
    for (int i = 0; i < up.length; i++) if (find(up, i) == find(up, 0)) count++;
    return count;
}
