int shortest(int[] kinds, int k) {
    TreeMap<Integer, Integer> byPlace = new TreeMap<>();
    Map<Integer, Integer> last = new HashMap<>();
    int best = 0;
    for (int i = 0; i < kinds.length; i++) {
        Integer before = last.put(kinds[i], i);
        if (before != null) byPlace.remove(before);
        byPlace.put(i, kinds[i]);
        if (byPlace.size() == k) {
            int length = i - byPlace.firstKey() + 1;
            if (best == 0 || length < best) best = length;
        }
    }
    return best;
}
