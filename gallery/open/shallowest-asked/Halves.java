class Halves {
    static long shallowest(int[] depths, int[][] asked) {
        int n = depths.length;
        int[] low = new int[2 * n];
        for (int i = 0; i < n; i++) low[n + i] = depths[i];
        for (int i = n - 1; i > 0; i--) low[i] = Math.min(low[2 * i], low[2 * i + 1]);
        long sum = 0;
        for (int[] q : asked) {
            int best = Integer.MAX_VALUE;
            for (int a = q[0] + n, b = q[1] + n + 1; a < b; a /= 2, b /= 2) {
                if (a % 2 == 1) best = Math.min(best, low[a++]);
                if (b % 2 == 1) best = Math.min(best, low[--b]);
            }
            sum += best;
        }
        return sum;
    }
}
