import java.util.*;
import java.util.stream.*;

public class Streamed {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        int n = in.nextInt(), q = in.nextInt();
        List<Integer> kept = IntStream.range(0, n).mapToObj(i -> in.nextInt()).collect(Collectors.toList());
        long count = IntStream.range(0, q).map(i -> in.nextInt()).filter(kept::contains).count();
        System.out.println(count);
    }
}
