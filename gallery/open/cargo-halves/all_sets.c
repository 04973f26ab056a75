#include <stdio.h>
#include <stdlib.h>

static long long solve(const int *levels, int n) {
    long long best = -1;
    for (long set = 0; set < 1L << n; ++set) {
        long long more = 0;
        for (int i = 0; i < n; ++i)
            more += set >> i & 1 ? levels[i] : -levels[i];
        if (more < 0) more = -more;
        if (best < 0 || more < best) best = more;
    }
    return best;
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
