import java.util.ArrayDeque;

class TurnedEachTime {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] levels = new int[words.length - 1];
        for (int i = 1; i < words.length; ++i)
            levels[i - 1] = Integer.parseInt(words[i]);
        return levels;
    }

    static long solve(int[] levels) {
        ArrayDeque<Integer> in = new ArrayDeque<>(), out = new ArrayDeque<>();
        long all = 0, turn = 0;
        for (int one : levels) {
            in.push(one);
            if (one % 2 == 0)
                continue;
            while (!in.isEmpty())
                out.push(in.pop());
            all += ++turn * out.pop();
            while (!out.isEmpty())
                in.push(out.pop());
        }
        return all;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(TurnedEachTime::read, TurnedEachTime::solve, String::valueOf);
    }
}
