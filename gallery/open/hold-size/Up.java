import java.util.*;

public class Up {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        int n = in.nextInt(), v = in.nextInt();
        int[] crates = new int[n];
        long hold = 0, sum = 0;
        for (int i = 0; i < n; i++) {
            crates[i] = in.nextInt();
            hold = Math.max(hold, crates[i]);
            sum += crates[i];
        }
        hold = Math.max(hold, sum / 10);
        while (true) {
            int trips = 1;
            long load = 0;
            for (int c : crates) {
                if (load + c > hold) {
                    trips++;
                    load = 0;
                }
                load += c;
            }
            if (trips <= 10) break;
            hold++;
        }
        System.out.println(hold);
    }
}
