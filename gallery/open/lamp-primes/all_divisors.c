#include <stdio.h>

static long long solve(long long n) {
    long long count = 0;
    for (long long i = 2; i <= n; ++i) {
        int divisors = 0;
        for (long long d = 1; d <= i; ++d)
            divisors += i % d == 0;
        count += divisors == 2;
    }
    return count;
}

int main(void) {
    long long n;
    if (scanf("%lld", &n) != 1) return 1;
    printf("%lld\n", solve(n));
}
