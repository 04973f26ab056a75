#include <stdlib.h>

long long least(const int *ends, int count) {
    int n = count - 1;
    long long *best = calloc((size_t)(n + 1) * (n + 1), sizeof *best);
    for (int len = 2; len <= n; len++)
        for (int i = 0; i + len <= n; i++) {
            int j = i + len;
            long long low = -1;
            for (int k = i + 1; k < j; k++) {
                long long cost = best[i * (n + 1) + k] + best[k * (n + 1) + j] + (long long)ends[i] * ends[k] * ends[j];
                if (low < 0 || cost < low) low = cost;
            }
            best[i * (n + 1) + j] = low;
        }
    long long answer = best[n];
    free(best);
    return answer;
}
