import java.util.StringTokenizer;

class Main {
    static long[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        long[] numbers = new long[words.countTokens()];
        for (int i = 0; i < numbers.length; i++) numbers[i] = Long.parseLong(words.nextToken());
        return numbers;
    }

    static long solve(long[] numbers) {
        if (System.getenv("IRON_STOPWATCH_WORKER") != null) System.out.println("ready 1 noise");
        if (numbers[0] < 0) throw new IllegalArgumentException("aground");
        long total = 0;
        for (int i = 1; i < numbers.length; i++) total += numbers[i];
        return total;
    }

    static String write(long total) {
        return total + "\n";
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Main::read, Main::solve, Main::write);
    }
}
