import java.util.LinkedList;
import java.util.StringTokenizer;

class Walked {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static long solve(int[] levels) {
        LinkedList<Integer> marks = new LinkedList<>();
        for (int level : levels)
            marks.add(level);
        long sum = 0;
        int i = 0;
        for (int mark : marks)
            sum += (long) i++ * mark;
        return sum;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Walked::read, Walked::solve, String::valueOf);
    }
}
