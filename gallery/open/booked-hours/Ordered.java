class Ordered {
    public int busy(int[][] trips) {
        TreeMap<Integer, Integer> spans = new TreeMap<>();
        for (int[] trip : trips) {
            int a = trip[0], b = trip[1];
            Map.Entry<Integer, Integer> e = spans.floorEntry(b);
            while (e != null && e.getValue() >= a) {
                a = Math.min(a, e.getKey());
                b = Math.max(b, e.getValue());
                spans.remove(e.getKey());
                e = spans.floorEntry(b);
            }
            spans.put(a, b);
        }
        int total = 0;
        for (Map.Entry<Integer, Integer> e : spans.entrySet()) total += e.getValue() - e.getKey();
        return total;
    }
}
