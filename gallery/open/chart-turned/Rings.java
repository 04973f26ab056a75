class Rings {
    public int[][] turned(int[][] chart) {
        int n = chart.length;
        for (int i = 0; i < n; i++)
            for (int j = i + 1; j < n; j++) {
                int t = chart[i][j]; chart[i][j] = chart[j][i]; chart[j][i] = t;
            }
        for (int[] row : chart)
            for (int a = 0, b = n - 1; a < b; a++, b--) {
                int t = row[a]; row[a] = row[b]; row[b] = t;
            }
        return chart;
    }
}
