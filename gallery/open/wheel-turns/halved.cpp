long long mark(long long b, long long n) {
    const long long m = 1000000007;
    long long out = 1;
    while (n) {
        if (n & 1) out = out * b % m;
        b = b * b % m;
        n >>= 1;
    }
    return out;
}
