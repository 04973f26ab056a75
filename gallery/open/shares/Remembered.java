class Remembered {
    static long shares(long n, long k) {
        int[][] known = new int[(int) k + 1][(int) n + 1];
        for (int[] row : known) Arrays.fill(row, -1);
        for (int at = 0; at <= n; at++) ways(known, (int) Math.min(k, 1), at);
        for (int part = 1; part <= k; part++)
            for (int at = 0; at <= n; at++) ways(known, part, at);
        return ways(known, (int) k, (int) n);
    }
    static int ways(int[][] known, int part, int at) {
        if (at == 0) return 1;
        if (part == 0 || at < 0) return 0;
        if (known[part][at] < 0) known[part][at] = (ways(known, part - 1, at) + ways(known, part, at - part)) % 1009;
        return known[part][at];
    }
}
