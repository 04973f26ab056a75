class Seen {
    public int missing(int[] taken) {
        Set<Integer> seen = new HashSet<>();
        for (int t : taken) seen.add(t);
        for (int i = 0; ; i++) if (!seen.contains(i)) return i;
    }
}
