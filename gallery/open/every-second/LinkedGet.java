import java.util.LinkedList;
import java.util.List;
import java.util.StringTokenizer;

class LinkedGet {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static long solve(int[] levels) {
        List<Integer> list = new LinkedList<>();
        for (int level : levels)
            list.add(level);
        long sum = 0;
        for (int i = 0; i < list.size(); i += 2)
            sum += list.get(i);
        return sum;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(LinkedGet::read, LinkedGet::solve, String::valueOf);
    }
}
