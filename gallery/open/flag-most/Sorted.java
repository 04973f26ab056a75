import java.util.*;

public class Sorted {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        int n = in.nextInt();
        Integer[] flags = new Integer[n];
        for (int i = 0; i < n; i++) flags[i] = in.nextInt();
        Arrays.sort(flags);
        int count = 0;
        for (Integer f : flags) if (f.equals(flags[n / 2])) count++;
        System.out.println(2 * count > n ? flags[n / 2] : 0);
    }
}
