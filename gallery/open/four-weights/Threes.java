class Threes {
    static long fours(int[] w) {
        int n = w.length;
        long count = 0;
        for (int b = 1; b < n; b++)
            for (int a = 0; a < b; a++) {
                Map<Integer, Integer> seen = new HashMap<>();
                for (int d = b + 1; d < n; d++) {
                    count += seen.getOrDefault(w[a] + w[b] - w[d], 0);
                    seen.merge(w[d], 1, Integer::sum);
                }
            }
        return count;
    }
}
