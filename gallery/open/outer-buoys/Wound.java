static long area(int[][] buoys) {
    TreeSet<int[]> points = new TreeSet<>((a, b) -> a[0] != b[0] ? Integer.compare(a[0], b[0]) : Integer.compare(a[1], b[1]));
    for (int[] b : buoys) points.add(b);
    List<int[]> low = half(points), high = half(points.descendingSet());
    low.remove(low.size() - 1);
    high.remove(high.size() - 1);
    low.addAll(high);
    long sum = 0;
    for (int i = 1; i + 1 < low.size(); i++) sum += cross(low.get(0), low.get(i), low.get(i + 1));
    return sum;
}

static List<int[]> half(Iterable<int[]> points) {
    List<int[]> out = new ArrayList<>();
    for (int[] p : points) {
        while (out.size() > 1 && cross(out.get(out.size() - 2), out.get(out.size() - 1), p) <= 0) out.remove(out.size() - 1);
        out.add(p);
    }
    return out;
}

static long cross(int[] o, int[] a, int[] b) {
    return (long) (a[0] - o[0]) * (b[1] - o[1]) - (long) (a[1] - o[1]) * (b[0] - o[0]);
}
