import java.util.PriorityQueue;
import java.util.StringTokenizer;

class Heaped {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; ++i)
            levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }

    static long solve(int[] levels) {
        PriorityQueue<Integer> heap = new PriorityQueue<>();
        for (int level : levels)
            heap.add(level);
        long sum = 0;
        for (long place = 1; !heap.isEmpty(); ++place)
            sum = (sum + place * heap.remove()) % 1000000007;
        return sum;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Heaped::read, Heaped::solve, String::valueOf);
    }
}
