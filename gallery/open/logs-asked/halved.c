#include <stdio.h>
#include <stdlib.h>

static int by_number(const void* a, const void* b) {
    int x = *(const int*)a, y = *(const int*)b;
    return (x > y) - (x < y);
}

int main(void) {
    int n, q, count = 0;
    if (scanf("%d %d", &n, &q) != 2) return 1;
    int* kept = malloc(n * sizeof *kept);
    for (int i = 0; i < n; i++)
        if (scanf("%d", &kept[i]) != 1) return 1;
    qsort(kept, n, sizeof *kept, by_number);
    for (int i = 0; i < q; i++) {
        int x;
        if (scanf("%d", &x) != 1) return 1;
        int low = 0, high = n;
        while (low < high) {
            int mid = (low + high) / 2;
            if (kept[mid] < x) low = mid + 1;
            else high = mid;
        }
        count += low < n && kept[low] == x;
    }
    printf("%d\n", count);
    free(kept);
}
