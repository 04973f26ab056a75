class ByLengthJava {
    static long[] read(String text) {
        String[] words = text.trim().split("\\s+");
        long[] all = new long[words.length];
        for (int i = 0; i < words.length; ++i)
            all[i] = Long.parseLong(words[i]);
        return all;
    }

    static long solve(long[] task) {
        int n = (int) task[0];
        long[][] least = new long[n][n];
        for (int length = 2; length <= n; ++length)
            for (int from = 0; from + length <= n; ++from) {
                int to = from + length - 1;
                long best = Long.MAX_VALUE;
                for (int cut = from; cut < to; ++cut)
                    best = Math.min(best, least[from][cut] + least[cut + 1][to]
                            + task[from + 1] * task[cut + 2] * task[to + 2]);
                least[from][to] = best;
            }
        return least[0][n - 1];
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(ByLengthJava::read, ByLengthJava::solve, String::valueOf);
    }
}
