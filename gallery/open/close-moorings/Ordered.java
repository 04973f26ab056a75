import java.util.Arrays;
import java.util.StringTokenizer;

class Ordered {
    static Integer[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        Integer[] metres = new Integer[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < metres.length; ++i)
            metres[i] = Integer.valueOf(words.nextToken());
        return metres;
    }

    static int solve(Integer[] metres) {
        Integer[] ordered = metres.clone();
        Arrays.sort(ordered);
        int close = 0;
        for (int i = 1; i < ordered.length; ++i)
            if (ordered[i] - ordered[i - 1] <= 10)
                ++close;
        return close;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Ordered::read, Ordered::solve, String::valueOf);
    }
}
