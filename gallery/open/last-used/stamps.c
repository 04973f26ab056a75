#include <stdio.h>
#include <stdlib.h>

int main(void) {
    int n, k, used = 0, fetched = 0;
    scanf("%d %d", &n, &k);
    int *chart = malloc(k * sizeof(int));
    int *stamp = malloc(k * sizeof(int));
    for (int i = 0; i < n; i++) {
        int c, at = -1, oldest = 0;
        scanf("%d", &c);
        for (int j = 0; j < used; j++) {
            if (chart[j] == c) at = j;
            if (stamp[j] < stamp[oldest]) oldest = j;
        }
        if (at < 0) {
            fetched++;
            at = used < k ? used++ : oldest;
            chart[at] = c;
        }
        stamp[at] = i;
    }
    printf("%d\n", fetched);
    return 0;
}
