class Grow {
    public long least(int[] crates) {
        List<Long> sums = new ArrayList<>(List.of(0L));
        for (int c : crates) {
            List<Long> more = new ArrayList<>();
            for (long s : sums) {
                more.add(s + c);
                more.add(Math.abs(s - c));
            }
            sums = more;
        }
        return Collections.min(sums);
    }
}
