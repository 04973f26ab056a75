import java.io.*;
import java.util.*;

public class Walks {
    static StringTokenizer words(BufferedReader in) throws IOException {
        return new StringTokenizer(in.readLine());
    }

    public static void main(String[] args) throws IOException {
        BufferedReader in = new BufferedReader(new InputStreamReader(System.in));
        StringTokenizer head = words(in);
        int n = Integer.parseInt(head.nextToken()), q = Integer.parseInt(head.nextToken());
        int[] deep = new int[n];
        StringTokenizer line = words(in);
        for (int i = 0; i < n; i++) deep[i] = Integer.parseInt(line.nextToken());
        long sum = 0;
        line = words(in);
        for (int j = 0; j < q; j++) {
            int want = Integer.parseInt(line.nextToken());
            int i = 0;
            while (i < n && deep[i] < want) i++;
            sum += i;
        }
        System.out.println(sum);
    }
}
