#include <stdio.h>

int main(void) {
    long long a, b;
    if (scanf("%lld %lld", &a, &b) != 2) return 1;
    if (b == 0) b = a;
    while (a != b)
        if (a > b)
            a -= b;
        else
            b -= a;
    printf("%lld\n", a);
}
