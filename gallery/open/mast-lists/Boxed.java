import java.util.ArrayList;
import java.util.List;
import java.util.StringTokenizer;

class Boxed {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static long solve(int[] levels) {
        List<Integer> marks = new ArrayList<>();
        for (int level : levels)
            marks.add(level);
        long sum = 0;
        for (int i = 0; i < marks.size(); ++i)
            sum += (long) i * marks.get(i);
        return sum;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Boxed::read, Boxed::solve, String::valueOf);
    }
}
