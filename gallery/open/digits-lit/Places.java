static long digits(long n) {
    long sum = 0;
    for (long place = 1; place <= n; place *= 10) {
        long high = n / (place * 10), digit = n / place % 10, low = n % place;
        sum += high * 45 * place + digit * (digit - 1) / 2 * place + digit * (low + 1);
    }
    return sum;
}
