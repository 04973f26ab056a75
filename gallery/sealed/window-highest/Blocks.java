class Blocks {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] all = new int[words.length - 1]; // k, then the levels
        for (int i = 1; i < words.length; ++i)
            all[i - 1] = Integer.parseInt(words[i]);
        return all;
    }

    static long solve(int[] all) {
        int k = all[0], n = all.length - 1;
        int[] left = new int[n], right = new int[n];
        for (int i = 0; i < n; ++i)
            left[i] = i % k == 0 ? all[i + 1] : Math.max(left[i - 1], all[i + 1]);
        for (int i = n - 1; i >= 0; --i)
            right[i] = i == n - 1 || i % k == k - 1 ? all[i + 1] : Math.max(right[i + 1], all[i + 1]);
        long total = 0;
        for (int i = 0; i + k <= n; ++i)
            total += Math.max(right[i], left[i + k - 1]);
        return total;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Blocks::read, Blocks::solve, String::valueOf);
    }
}
