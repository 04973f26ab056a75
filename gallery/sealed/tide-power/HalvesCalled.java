class HalvesCalled {
    static long[] read(String text) {
        String[] words = text.trim().split("\\s+");
        long[] all = new long[words.length];
        for (int i = 0; i < words.length; ++i)
            all[i] = Long.parseLong(words[i]);
        return all;
    }

    static long power(long base, long n) {
        if (n == 0)
            return 1;
        long half = power(base, n / 2);
        long all = half * half % 1000000007L;
        return n % 2 == 1 ? all * base % 1000000007L : all;
    }

    static long solve(long[] task) {
        return power(task[1], task[0]);
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(HalvesCalled::read, HalvesCalled::solve, String::valueOf);
    }
}
