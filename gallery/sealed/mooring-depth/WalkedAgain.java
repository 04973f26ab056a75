class WalkedAgain {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] levels = new int[words.length - 1];
        for (int i = 1; i < words.length; ++i)
            levels[i - 1] = Integer.parseInt(words[i]);
        return levels;
    }

    static long solve(int[] above) {
        int n = above.length;
        int[] depth = new int[n + 1];
        boolean changed = true;
        int most = 0;
        while (changed) {
            changed = false;
            for (int i = n; i >= 1; --i) {
                int now = depth[above[i - 1]] + 1;
                if (now != depth[i]) {
                    depth[i] = now;
                    changed = true;
                    most = Math.max(most, now);
                }
            }
        }
        return most;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(WalkedAgain::read, WalkedAgain::solve, String::valueOf);
    }
}
