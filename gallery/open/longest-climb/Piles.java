import java.util.StringTokenizer;
import java.util.TreeSet;

class Piles {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static int solve(int[] levels) {
        TreeSet<Integer> ends = new TreeSet<>();
        for (int level : levels) {
            Integer above = ends.ceiling(level);
            if (above != null)
                ends.remove(above);
            ends.add(level);
        }
        return ends.size();
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Piles::read, Piles::solve, String::valueOf);
    }
}
