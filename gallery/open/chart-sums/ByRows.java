class ByRows {
    static long total(int[][] chart, int[][] asked) {
        int r = chart.length, c = chart[0].length;
        long[][] sum = new long[r][c + 1];
        for (int i = 0; i < r; i++)
            for (int j = 0; j < c; j++) sum[i][j + 1] = sum[i][j] + chart[i][j];
        long all = 0;
        for (int[] s : asked)
            for (int i = s[0]; i <= s[2]; i++) all += sum[i][s[3] + 1] - sum[i][s[1]];
        return all;
    }
}
