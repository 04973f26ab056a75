import java.util.Collections;
import java.util.PriorityQueue;

class Queue {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] all = new int[words.length - 1]; // k, then the levels
        for (int i = 1; i < words.length; ++i)
            all[i - 1] = Integer.parseInt(words[i]);
        return all;
    }

    static long solve(int[] all) {
        int k = all[0];
        PriorityQueue<Integer> first = new PriorityQueue<>(Collections.reverseOrder());
        for (int i = 1; i < all.length; ++i) {
            first.add(all[i]);
            if (first.size() > k)
                first.remove();
        }
        long total = 0;
        for (int one : first)
            total += one;
        return total;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Queue::read, Queue::solve, String::valueOf);
    }
}
