class Table {
    public int mirrored(String signal) {
        int n = signal.length(), best = 1;
        boolean[] one = new boolean[n], two = new boolean[n];
        for (int i = 0; i < n; i++) { one[i] = true; two[i] = true; }
        for (int len = 2; len <= n; len++) {
            boolean[] next = new boolean[n];
            for (int i = 0; i + len <= n; i++) {
                next[i] = two[i + (len > 1 ? 1 : 0)] && signal.charAt(i) == signal.charAt(i + len - 1);
                if (next[i]) best = len;
            }
            two = one;
            one = next;
        }
        return best;
    }
}
