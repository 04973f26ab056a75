class Called {
    static long[] read(String text) {
        String[] words = text.trim().split("\\s+");
        long[] all = new long[words.length];
        for (int i = 0; i < words.length; ++i)
            all[i] = Long.parseLong(words[i]);
        return all;
    }

    static long piece(long a, long b) {
        return b == 0 ? a : piece(b, a % b);
    }

    static long solve(long[] task) {
        return piece(task[0], task[1]);
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Called::read, Called::solve, String::valueOf);
    }
}
