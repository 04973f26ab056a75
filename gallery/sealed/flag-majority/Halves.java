class Halves {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] levels = new int[words.length - 1];
        for (int i = 1; i < words.length; ++i)
            levels[i - 1] = Integer.parseInt(words[i]);
        return levels;
    }

    static int count(int[] flags, int flag, int from, int to) {
        int count = 0;
        for (int i = from; i < to; ++i)
            if (flags[i] == flag)
                ++count;
        return count;
    }

    static int most(int[] flags, int from, int to) {
        if (to - from == 1)
            return flags[from];
        int middle = (from + to) / 2;
        int left = most(flags, from, middle), right = most(flags, middle, to);
        if (left != -1 && 2 * count(flags, left, from, to) > to - from)
            return left;
        if (right != -1 && 2 * count(flags, right, from, to) > to - from)
            return right;
        return -1;
    }

    static long solve(int[] flags) {
        return most(flags, 0, flags.length);
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Halves::read, Halves::solve, String::valueOf);
    }
}
