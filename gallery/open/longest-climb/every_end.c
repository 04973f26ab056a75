#include <stdio.h>
#include <stdlib.h>

static long long solve(const int *levels, int n) {
    int *best = malloc((n > 0 ? n : 1) * sizeof *best);
    int most = 0;
    for (int i = 0; i < n; ++i) {
        best[i] = 1;
        for (int j = 0; j < i; ++j)
            if (levels[j] < levels[i] && best[j] + 1 > best[i]) best[i] = best[j] + 1;
        if (best[i] > most) most = best[i];
    }
    free(best);
    return most;
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
