class Turned {
    static long[] read(String text) {
        String[] words = text.trim().split("\\s+");
        long[] all = new long[words.length];
        for (int i = 0; i < words.length; ++i)
            all[i] = Long.parseLong(words[i]);
        return all;
    }

    static long[][] cells(int n, long seed) {
        long[][] rows = new long[n][n];
        for (int i = 0; i < n; ++i)
            for (int j = 0; j < n; ++j) {
                seed = (seed * 1103515245L + 12345) % 2147483648L;
                rows[i][j] = seed % 100;
            }
        return rows;
    }

    static long solve(long[] task) {
        int n = (int) task[0];
        long[][] a = cells(n, task[1]), b = cells(n, task[2]);
        long trace = 0;
        for (int i = 0; i < n; ++i)
            for (int j = 0; j < n; ++j) {
                long cell = 0;
                for (int k = 0; k < n; ++k)
                    cell += a[i][k] * b[k][j];
                if (i == j)
                    trace += cell;
            }
        return trace;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Turned::read, Turned::solve, String::valueOf);
    }
}
