#include <stdio.h>
#include <stdlib.h>

int main(void) {
    int n, k;
    if (scanf("%d %d", &n, &k) != 2) return 1;
    long long *before = calloc(n + 1, sizeof *before);
    for (int i = 0; i < n; ++i) {
        int load;
        if (scanf("%d", &load) != 1) return 1;
        before[i + 1] = before[i] + load;
    }
    long long total = 0;
    for (long long i = 0; i < k; ++i)
        total += before[n] - before[i * 131 % n];
    printf("%lld\n", total);
    free(before);
}
