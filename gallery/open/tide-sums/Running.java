import java.util.StringTokenizer;

class Running {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static int solve(int[] levels) {
        int even = 0;
        long sum = 0;
        for (int level : levels) {
            sum += level;
            if (sum % 2 == 0)
                ++even;
        }
        return even;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Running::read, Running::solve, String::valueOf);
    }
}
