import java.util.*;

public class Ends {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        int n = in.nextInt(), k = in.nextInt();
        int[] from = new int[k], to = new int[k];
        for (int i = 0; i < k; i++) {
            from[i] = in.nextInt();
            to[i] = in.nextInt();
        }
        Arrays.sort(from);
        Arrays.sort(to);
        int best = 0, open = 0, j = 0;
        for (int i = 0; i < k; i++) {
            open++;
            while (to[j] < from[i]) {
                j++;
                open--;
            }
            best = Math.max(best, open);
        }
        System.out.println(best);
    }
}
