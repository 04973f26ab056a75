import java.util.ArrayDeque;
import java.util.StringTokenizer;

class Line {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static long solve(int[] levels) {
        ArrayDeque<Integer> line = new ArrayDeque<>();
        long sum = 0, turn = 0;
        for (int i = 0; i < levels.length; ++i) {
            line.addLast(levels[i]);
            if (i % 2 == 1)
                sum = (sum + line.removeFirst() * ++turn) % 1000000007;
        }
        return sum;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Line::read, Line::solve, String::valueOf);
    }
}
