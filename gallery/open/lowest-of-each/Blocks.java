int sum(int[] levels) {
    long total = 0;
    Deque<long[]> runs = new ArrayDeque<>();
    long here = 0;
    for (int level : levels) {
        long count = 1;
        while (!runs.isEmpty() && runs.peek()[0] >= level) {
            long[] gone = runs.pop();
            here -= gone[0] * gone[1];
            count += gone[1];
        }
        runs.push(new long[] {level, count});
        here += level * count;
        total = (total + here) % 1_000_000_007L;
    }
    return (int) total;
}
