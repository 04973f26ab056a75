int most(int[][] visits) {
    java.util.TreeMap<Integer, Integer> change = new java.util.TreeMap<>();
    for (int[] v : visits) {
        change.merge(v[0], 1, Integer::sum);
        change.merge(v[1] + 1, -1, Integer::sum);
    }
    int here = 0, best = 0;
    for (int c : change.values()) best = Math.max(best, here += c);
    return best;
}
