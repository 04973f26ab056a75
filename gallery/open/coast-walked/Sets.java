class Sets {
    static int root(int[] up, int x) {
        return up[x] == x ? x : root(up, up[x]);
    }

    static int lands(int[][] chart) {
        int h = chart.length, w = chart[0].length, count = 0;
        int[] up = new int[h * w];
        for (int i = 0; i < h * w; i++) up[i] = i;
        for (int r = 0; r < h; r++)
            for (int c = 0; c < w; c++) {
                if (chart[r][c] == 0) continue;
                count++;
                if (r > 0 && chart[r - 1][c] == 1 && join(up, (r - 1) * w + c, r * w + c)) count--;
                if (c > 0 && chart[r][c - 1] == 1 && join(up, r * w + c - 1, r * w + c)) count--;
            }
        return count;
    }

    static boolean join(int[] up, int a, int b) {
        a = root(up, a);
        b = root(up, b);
        up[b] = a;
        return a != b;
    }
}
