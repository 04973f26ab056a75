#include <stdio.h>

static long long ways(int n) {
    if (n == 0) return 1;
    if (n == 1) return 0;
    return (n - 1) * (ways(n - 1) + ways(n - 2));
}

int main(void) {
    int n;
    if (scanf("%d", &n) != 1) return 1;
    printf("%lld\n", ways(n));
}
