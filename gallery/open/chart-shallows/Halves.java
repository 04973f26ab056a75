class Halves {
    public long shallows(int[] depths, int[][] asked) {
        int n = depths.length;
        int[] tree = new int[2 * n];
        for (int i = 0; i < n; i++) tree[n + i] = depths[i];
        for (int i = n - 1; i > 0; i--) tree[i] = Math.min(tree[2 * i], tree[2 * i + 1]);
        long total = 0;
        for (int[] q : asked) {
            int low = Integer.MAX_VALUE;
            for (int a = q[0] + n, b = q[1] + n + 1; a < b; a /= 2, b /= 2) {
                if (a % 2 == 1) low = Math.min(low, tree[a++]);
                if (b % 2 == 1) low = Math.min(low, tree[--b]);
            }
            total += low;
        }
        return total;
    }
}
