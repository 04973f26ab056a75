static List<Integer> inOrder(List<Integer> hours) {
    TreeMap<Integer, Integer> counts = new TreeMap<>();
    for (int h : hours) counts.merge(h, 1, Integer::sum);
    List<Integer> out = new ArrayList<>();
    counts.forEach((h, c) -> {
        for (int i = 0; i < c; i++) out.add(h);
    });
    return out;
}
