long[] sums(int[] levels, int[] first, int[] last) {
    int n = levels.length;
    long[] tree = new long[2 * n];
    for (int i = 0; i < n; i++) tree[n + i] = levels[i];
    for (int i = n - 1; i > 0; i--) tree[i] = tree[2 * i] + tree[2 * i + 1];
    long[] out = new long[first.length];
    for (int q = 0; q < first.length; q++) {
        int a = Math.min(first[q], last[q]) + n, b = Math.max(first[q], last[q]) + n + 1;
        long sum = 0;
        while (a < b) {
            if ((a & 1) == 1) sum += tree[a++];
            if ((b & 1) == 1) sum += tree[--b];
            a >>= 1;
            b >>= 1;
        }
        out[q] = sum;
    }
    return out;
}
