class Root {
    static Integer read(String text) {
        return Integer.valueOf(text.trim());
    }

    static int solve(Integer n) {
        int count = 0;
        for (long a = 1; a * a <= n; ++a)
            count += n % a == 0 ? 1 : 0;
        return count;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Root::read, Root::solve, String::valueOf);
    }
}
