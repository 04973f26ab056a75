class Walked {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] all = new int[words.length - 1]; // k, then the levels
        for (int i = 1; i < words.length; ++i)
            all[i - 1] = Integer.parseInt(words[i]);
        return all;
    }

    static long solve(int[] all) {
        int k = all[0], n = all.length - 1;
        long total = 0;
        for (long i = 0; i < k; ++i) {
            int depth = all[(int) (i * 7919 % n) + 1] + 1;
            int place = 0;
            while (place < n && all[place + 1] < depth)
                ++place;
            total += place;
        }
        return total;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Walked::read, Walked::solve, String::valueOf);
    }
}
