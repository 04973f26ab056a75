class Ends {
    public int closed(List<int[]> stretches) {
        TreeMap<Integer, Integer> open = new TreeMap<>();
        for (int[] s : stretches) {
            open.merge(s[0], 1, Integer::sum);
            open.merge(s[1], -1, Integer::sum);
        }
        int total = 0, depth = 0, since = 0;
        for (Map.Entry<Integer, Integer> e : open.entrySet()) {
            if (depth > 0) total += e.getKey() - since;
            since = e.getKey();
            depth += e.getValue();
        }
        return total;
    }
}
