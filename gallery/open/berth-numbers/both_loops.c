#include <stdio.h>
#include <stdlib.h>

static long long solve(const int *levels, int n) {
    long long pairs = 0;
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < i; ++j)
            pairs += levels[i] == levels[j];
    return pairs;
}

int main(void) {
    int n;
    if (scanf("%d", &n) != 1) return 1;
    int *levels = malloc((n > 0 ? n : 1) * sizeof *levels);
    for (int i = 0; i < n; ++i)
        if (scanf("%d", &levels[i]) != 1) return 1;
    printf("%lld\n", solve(levels, n));
    free(levels);
}
