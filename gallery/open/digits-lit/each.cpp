long long digits(int n) {
    long long sum = 0;
    for (int i = 1; i <= n; i++)
        for (int x = i; x > 0; x /= 10) sum += x % 10;
    return sum;
}
