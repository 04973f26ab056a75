#include <stdio.h>
#include <stdlib.h>

int main(void) {
    int n, q;
    if (scanf("%d %d", &n, &q) != 2) return 1;
    int *deep = malloc(n * sizeof *deep);
    for (int i = 0; i < n; i++)
        if (scanf("%d", &deep[i]) != 1) return 1;
    long long sum = 0;
    while (q-- > 0) {
        int want, low = 0, high = n;
        if (scanf("%d", &want) != 1) return 1;
        while (low < high) {
            int mid = (low + high) / 2;
            if (deep[mid] < want) low = mid + 1;
            else high = mid;
        }
        sum += low;
    }
    printf("%lld\n", sum);
    free(deep);
}
