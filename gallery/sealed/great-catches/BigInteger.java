import java.math.BigInteger;

class BigInteger2 {
    static long[] read(String text) {
        String[] words = text.trim().split("\\s+");
        long[] all = new long[words.length];
        for (int i = 0; i < words.length; ++i)
            all[i] = Long.parseLong(words[i]);
        return all;
    }

    static long solve(long[] task) {
        BigInteger product = BigInteger.ONE;
        for (long by = 2; by <= task[0]; ++by)
            product = product.multiply(BigInteger.valueOf(by));
        long all = 0;
        for (char digit : product.toString().toCharArray())
            all += digit - '0';
        return all;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(BigInteger2::read, BigInteger2::solve, String::valueOf);
    }
}
