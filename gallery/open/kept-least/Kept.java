import java.io.*;
import java.util.*;

public class Kept {
    public static void main(String[] args) throws IOException {
        StreamTokenizer in = new StreamTokenizer(new BufferedReader(new InputStreamReader(System.in)));
        in.nextToken();
        int n = (int) in.nval;
        in.nextToken();
        int k = (int) in.nval;
        TreeMap<Integer, Integer> kept = new TreeMap<>();
        int size = 0;
        for (int i = 0; i < n; i++) {
            in.nextToken();
            kept.merge((int) in.nval, 1, Integer::sum);
            if (++size > k) {
                int most = kept.lastKey();
                if (kept.merge(most, -1, Integer::sum) == 0) kept.remove(most);
                size--;
            }
        }
        long sum = 0;
        for (Map.Entry<Integer, Integer> one : kept.entrySet()) sum += (long) one.getKey() * one.getValue();
        System.out.println(sum % 1000000007L + " " + kept.lastKey());
    }
}
