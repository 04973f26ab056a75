class Squared {
    public long row_sum(int n) {
        long result = 1, base = 2;
        while (n > 0) {
            if (n % 2 == 1) result = result * base % 1000000000L;
            base = base * base % 1000000000L;
            n /= 2;
        }
        return result;
    }
}
