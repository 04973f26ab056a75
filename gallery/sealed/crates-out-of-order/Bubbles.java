class Bubbles {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] levels = new int[words.length - 1];
        for (int i = 1; i < words.length; ++i)
            levels[i - 1] = Integer.parseInt(words[i]);
        return levels;
    }

    static long solve(int[] given) {
        int[] crates = given.clone();
        long swaps = 0;
        boolean moved = true;
        for (int end = crates.length; moved; --end) {
            moved = false;
            for (int i = 1; i < end; ++i)
                if (crates[i - 1] > crates[i]) {
                    int one = crates[i];
                    crates[i] = crates[i - 1];
                    crates[i - 1] = one;
                    ++swaps;
                    moved = true;
                }
        }
        return swaps;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Bubbles::read, Bubbles::solve, String::valueOf);
    }
}
