static int fog(int[][] chart, int hours) {
    List<int[][]> all = new ArrayList<>();
    all.add(chart);
    int n = chart.length, m = chart[0].length;
    for (int h = 0; h < hours; h++) {
        int[][] now = all.get(h), next = new int[n][m];
        for (int r = 0; r < n; r++) {
            for (int c = 0; c < m; c++) {
                int around = -now[r][c];
                for (int i = r - 1; i <= r + 1; i++)
                    for (int j = c - 1; j <= c + 1; j++)
                        if (i >= 0 && j >= 0 && i < n && j < m) around += now[i][j];
                next[r][c] = around == 3 || around == 2 && now[r][c] == 1 ? 1 : 0;
            }
        }
        all.add(next);
    }
    int sum = 0;
    for (int[] row : all.get(hours)) for (int f : row) sum += f;
    return sum;
}
