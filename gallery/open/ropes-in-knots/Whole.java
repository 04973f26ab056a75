import java.math.BigInteger;
import java.util.Scanner;

public class Whole {
    public static void main(String[] args) {
        int n = new Scanner(System.in).nextInt();
        BigInteger a = BigInteger.ONE, b = BigInteger.ONE;
        for (int i = 1; i < n; i++) {
            BigInteger next = a.add(b).add(BigInteger.ONE);
            a = b;
            b = next;
        }
        System.out.println(b.mod(BigInteger.valueOf(1000000007)));
    }
}
