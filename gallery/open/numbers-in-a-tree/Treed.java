class Treed {
    static long asked(int[] numbers) {
        TreeSet<Integer> all = new TreeSet<>();
        int lowest = 0;
        for (int one : numbers) {
            if (all.isEmpty() || one < all.first()) lowest++;
            all.add(one);
        }
        int[] sorted = all.stream().mapToInt(i -> i).toArray();
        return lowest + sorted[sorted.length / 2];
    }
}
