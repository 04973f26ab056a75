class Rounds {
    static long cheapest(int quays, int[][] passages) {
        long[] best = new long[quays];
        Arrays.fill(best, Long.MAX_VALUE);
        best[0] = 0;
        for (int round = 0; round < quays; round++)
            for (int[] p : passages)
                if (best[p[0]] != Long.MAX_VALUE && best[p[0]] + p[2] < best[p[1]]) best[p[1]] = best[p[0]] + p[2];
        long total = 0;
        for (long one : best) if (one != Long.MAX_VALUE) total += one;
        return total;
    }
}
