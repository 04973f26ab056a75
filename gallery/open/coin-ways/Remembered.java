class Remembered {
    private Map<String, Long> seen = new HashMap<>();
    public long ways(int fee, int[] coins) {
        seen.clear();
        return go(fee, coins, 0);
    }
    private long go(int left, int[] coins, int from) {
        if (left == 0) return 1;
        if (left < 0 || from == coins.length) return 0;
        String key = left + ":" + from;
        Long known = seen.get(key);
        if (known != null) return known;
        long found = 0;
        for (int take = left; take >= 0; take -= coins[from]) found += go(take, coins, from + 1);
        found %= 1000000000L;
        seen.put(key, found);
        return found;
    }
}
