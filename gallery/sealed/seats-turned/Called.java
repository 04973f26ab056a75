class Called {
    static long[] read(String text) {
        String[] words = text.trim().split("\\s+");
        long[] all = new long[words.length];
        for (int i = 0; i < words.length; ++i)
            all[i] = Long.parseLong(words[i]);
        return all;
    }

    static long ways(int seat, int n, boolean[] taken) {
        if (seat == n)
            return 1;
        long all = 0;
        for (int i = 0; i < n; ++i)
            if (i != seat && !taken[i]) {
                taken[i] = true;
                all += ways(seat + 1, n, taken);
                taken[i] = false;
            }
        return all;
    }

    static long solve(long[] task) {
        int n = (int) task[0];
        return ways(0, n, new boolean[n]);
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Called::read, Called::solve, String::valueOf);
    }
}
