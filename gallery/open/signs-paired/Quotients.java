class Quotients {
    static long pairs(int n) {
        long count = 0;
        for (int a = 1; a <= n; ) {
            int q = n / a, last = n / q;
            count += (long) q * (last - a + 1);
            a = last + 1;
        }
        return count;
    }
}
