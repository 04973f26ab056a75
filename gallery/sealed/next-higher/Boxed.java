import java.util.Stack;
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
        Stack<Integer> waiting = new Stack<>();
        long sum = 0;
        for (int hour = 0; hour < levels.length; ++hour) {
            while (!waiting.empty() && levels[waiting.peek()] < levels[hour])
                sum += hour - waiting.pop();
            waiting.push(hour);
        }
        return sum;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Boxed::read, Boxed::solve, String::valueOf);
    }
}
