int hops(int[] reach) {
    boolean[] seen = new boolean[reach.length];
    Queue<int[]> queue = new LinkedList<>();
    queue.add(new int[] {0, 0});
    seen[0] = true;
    while (!queue.isEmpty()) {
        int[] at = queue.poll();
        if (at[0] == reach.length - 1) return at[1];
        for (int step = 1; step <= reach[at[0]] && at[0] + step < reach.length; step++)
            if (!seen[at[0] + step]) {
                seen[at[0] + step] = true;
                queue.add(new int[] {at[0] + step, at[1] + 1});
            }
    }
    return -1;
}
