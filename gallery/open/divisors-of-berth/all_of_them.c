#include <stdio.h>

static long long solve(long long n) {
    long long count = 0;
    for (long long a = 1; a <= n; ++a)
        count += n % a == 0 && a <= n / a;
    return count;
}

int main(void) {
    long long n;
    if (scanf("%lld", &n) != 1) return 1;
    printf("%lld\n", solve(n));
}
