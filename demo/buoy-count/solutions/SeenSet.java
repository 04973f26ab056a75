import java.util.HashSet;
import java.util.Set;
import java.util.StringTokenizer;

class Main {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] log = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < log.length; ++i) log[i] = Integer.parseInt(words.nextToken());
        return log;
    }

    static int solve(int[] log) {
        Set<Integer> seen = new HashSet<>();
        for (int buoy : log) seen.add(buoy);
        return seen.size();
    }

    static String write(Integer different) {
        return different + "\n";
    }

    public static void main(String[] arguments) throws Exception {
        IronStopwatch.serve(Main::read, Main::solve, Main::write);
    }
}
