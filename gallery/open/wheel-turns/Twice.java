static long mark(long b, long n) {
    if (n == 0) return 1;
    if (n % 2 == 1) return mark(b, n - 1) * b % 1_000_000_007;
    return mark(b, n / 2) * mark(b, n / 2) % 1_000_000_007;
}
