import java.util.Arrays;
import java.util.StringTokenizer;

class Search {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static int solve(int[] levels) {
        int found = 0;
        for (int asked = 0; asked < 16; ++asked)
            found += Arrays.binarySearch(levels, asked * 62500000) >= 0 ? 1 : 0;
        return found;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Search::read, Search::solve, String::valueOf);
    }
}
