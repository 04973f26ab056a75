class Tree {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] all = new int[words.length - 1]; // k, then the levels
        for (int i = 1; i < words.length; ++i)
            all[i - 1] = Integer.parseInt(words[i]);
        return all;
    }

    static long solve(int[] all) {
        int k = all[0], n = all.length - 1;
        long[] tree = new long[2 * n];
        for (int i = 0; i < n; ++i)
            tree[n + i] = all[i + 1];
        for (int i = n - 1; i > 0; --i)
            tree[i] = tree[2 * i] + tree[2 * i + 1];
        long total = 0;
        for (long q = 0; q < k; ++q) {
            int from = (int) (q * 131 % n) + n, to = 2 * n;
            for (; from < to; from /= 2, to /= 2) {
                if (from % 2 == 1)
                    total += tree[from++];
                if (to % 2 == 1)
                    total += tree[--to];
            }
        }
        return total;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Tree::read, Tree::solve, String::valueOf);
    }
}
