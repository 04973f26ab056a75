#include <stdio.h>
#include <stdlib.h>

int main(void) {
    int n, k;
    if (scanf("%d %d", &n, &k) != 2) return 1;
    int *w = malloc(n * sizeof *w);
    for (int i = 0; i < n; i++)
        if (scanf("%d", &w[i]) != 1) return 1;
    for (int r = 0; r < k; r++) {
        int best = r;
        for (int i = r + 1; i < n; i++)
            if (w[i] < w[best]) best = i;
        int held = w[r];
        w[r] = w[best];
        w[best] = held;
    }
    printf("%d\n", w[k - 1]);
    free(w);
}
