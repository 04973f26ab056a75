#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static long long solve(const int *levels, int n) {
    int *kept = NULL, count = 0, room = 0;
    for (int i = 0; i < n; i += 2) {
        if (count == room) {
            room += 16;
            int *larger = malloc(room * sizeof *larger);
            if (count > 0) memcpy(larger, kept, count * sizeof *larger);
            free(kept);
            kept = larger;
        }
        kept[count++] = levels[i];
    }
    long long sum = 0;
    for (int i = 0; i < count; ++i)
        sum += kept[i];
    free(kept);
    return sum;
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
