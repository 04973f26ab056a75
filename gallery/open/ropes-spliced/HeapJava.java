import java.util.PriorityQueue;

class HeapJava {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] levels = new int[words.length - 1];
        for (int i = 1; i < words.length; ++i)
            levels[i - 1] = Integer.parseInt(words[i]);
        return levels;
    }

    static long solve(int[] levels) {
        PriorityQueue<Long> ropes = new PriorityQueue<>();
        for (int one : levels)
            ropes.add((long) one);
        long all = 0;
        while (ropes.size() > 1) {
            long both = ropes.poll() + ropes.poll();
            all += both;
            ropes.add(both);
        }
        return all;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(HeapJava::read, HeapJava::solve, String::valueOf);
    }
}
