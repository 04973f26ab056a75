import java.io.*;
import java.util.*;

public class Heap {
    public static void main(String[] args) throws IOException {
        StreamTokenizer in = new StreamTokenizer(new BufferedReader(new InputStreamReader(System.in)));
        in.nextToken();
        int n = (int) in.nval;
        in.nextToken();
        int m = (int) in.nval;
        List<List<int[]>> ways = new ArrayList<>();
        for (int i = 0; i <= n; i++) ways.add(new ArrayList<>());
        for (int i = 0; i < m; i++) {
            in.nextToken();
            int a = (int) in.nval;
            in.nextToken();
            int b = (int) in.nval;
            in.nextToken();
            int c = (int) in.nval;
            ways.get(a).add(new int[] {b, c});
            ways.get(b).add(new int[] {a, c});
        }
        boolean[] done = new boolean[n + 1];
        PriorityQueue<int[]> next = new PriorityQueue<>((x, y) -> Integer.compare(x[1], y[1]));
        next.add(new int[] {1, 0});
        long cost = 0;
        while (!next.isEmpty()) {
            int[] at = next.poll();
            if (done[at[0]]) continue;
            done[at[0]] = true;
            cost += at[1];
            for (int[] w : ways.get(at[0])) if (!done[w[0]]) next.add(w);
        }
        System.out.println(cost);
    }
}
