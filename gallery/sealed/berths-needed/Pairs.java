class Pairs {
    static long[] read(String text) {
        String[] words = text.trim().split("\\s+");
        long[] all = new long[words.length];
        for (int i = 0; i < words.length; ++i)
            all[i] = Long.parseLong(words[i]);
        return all;
    }

    static long solve(long[] task) {
        long most = 0;
        for (int i = 1; i + 1 < task.length; i += 2) {
            long now = 0;
            for (int j = 1; j + 1 < task.length; j += 2)
                if (task[j] <= task[i] && task[j + 1] > task[i])
                    ++now;
            most = Math.max(most, now);
        }
        return most;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Pairs::read, Pairs::solve, String::valueOf);
    }
}
