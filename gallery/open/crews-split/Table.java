class Table {
    static int ways(int n) {
        int[][] w = new int[n + 1][];
        for (int i = 0; i <= n; i++) {
            w[i] = new int[i + 1];
            for (int most = 1; most <= i; most++)
                w[i][most] = (w[i][most - 1] + (i == most ? 1 : w[i - most][Math.min(most, i - most)])) % 1000007;
        }
        return w[n][n];
    }
}
