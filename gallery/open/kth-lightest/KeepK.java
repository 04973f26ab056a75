import java.io.*;
import java.util.*;

public class KeepK {
    public static void main(String[] args) throws IOException {
        StreamTokenizer in = new StreamTokenizer(new BufferedInputStream(System.in));
        in.nextToken();
        int n = (int) in.nval;
        in.nextToken();
        int k = (int) in.nval;
        PriorityQueue<Integer> kept = new PriorityQueue<>(Collections.reverseOrder());
        for (int i = 0; i < n; i++) {
            in.nextToken();
            kept.add((int) in.nval);
            if (kept.size() > k) kept.poll();
        }
        System.out.println(kept.peek());
    }
}
