import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.util.Arrays;
import java.util.StringTokenizer;

public class SortedJava {
    public static void main(String[] arguments) throws IOException {
        BufferedReader in = new BufferedReader(new InputStreamReader(System.in));
        StringTokenizer words = new StringTokenizer(in.readLine());
        int n = Integer.parseInt(words.nextToken()), k = Integer.parseInt(words.nextToken());
        words = new StringTokenizer(in.readLine());
        int[] rests = new int[n];
        for (int i = 0; i < n; ++i)
            rests[i] = Integer.parseInt(words.nextToken()) % k;
        Arrays.sort(rests);
        long all = 0;
        int from = 0, to = n - 1;
        while (from < n && rests[from] == 0)
            ++from;
        all += (long) from * (from - 1) / 2;
        while (from < to) {
            int sum = rests[from] + rests[to];
            if (sum < k)
                ++from;
            else if (sum > k)
                --to;
            else if (rests[from] == rests[to]) {
                long alike = to - from + 1;
                all += alike * (alike - 1) / 2;
                break;
            } else {
                int low = rests[from], high = rests[to];
                long lows = 0, highs = 0;
                while (from < n && rests[from] == low) {
                    ++from;
                    ++lows;
                }
                while (to >= 0 && rests[to] == high) {
                    --to;
                    ++highs;
                }
                all += lows * highs;
            }
        }
        System.out.println(all);
    }
}
