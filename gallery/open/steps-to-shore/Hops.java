int hops(int[] stones) {
    int n = stones.length;
    int[] best = new int[n];
    java.util.ArrayDeque<int[]> reach = new java.util.ArrayDeque<>();
    for (int i = 0; i < n; i++) {
        while (!reach.isEmpty() && reach.peekFirst()[1] < i) reach.pollFirst();
        if (i > 0) {
            if (reach.isEmpty()) return -1;
            best[i] = reach.peekFirst()[0] + 1;
        }
        int far = i + stones[i];
        if (reach.isEmpty() || reach.peekLast()[1] < far) reach.addLast(new int[] {best[i], far});
    }
    return best[n - 1];
}
