import java.util.*;

public class Main {
    public static void main(String[] arguments) {
        Scanner in = new Scanner(System.in);
        int n = in.nextInt(), best = Integer.MAX_VALUE;
        TreeSet<Integer> seen = new TreeSet<>();
        for (int i = 0; i < n; i++) {
            int one = in.nextInt();
            Integer below = seen.floor(one), above = seen.ceiling(one);
            if (below != null) best = Math.min(best, one - below);
            if (above != null) best = Math.min(best, above - one);
            seen.add(one);
        }
        System.out.println(best);
    }
}
