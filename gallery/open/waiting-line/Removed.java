import java.util.ArrayList;
import java.util.StringTokenizer;

class Removed {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static long solve(int[] levels) {
        ArrayList<Integer> line = new ArrayList<>();
        long sum = 0, turn = 0;
        for (int i = 0; i < levels.length; ++i) {
            line.add(levels[i]);
            if (i % 2 == 1)
                sum = (sum + line.remove(0) * ++turn) % 1000000007;
        }
        return sum;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Removed::read, Removed::solve, String::valueOf);
    }
}
