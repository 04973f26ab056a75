#include <stdio.h>

int main(void) {
    int n, length;
    long long total = 0;
    if (scanf("%d", &n) != 1) return 1;
    for (int place = 1; place <= n; ++place)
        if (scanf("%d", &length) == 1 && length % 2 == 0)
            total += place;
    printf("%lld\n", total);
}
