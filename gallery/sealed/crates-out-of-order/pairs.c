#include <stdio.h>
#include <stdlib.h>

int main(void) {
    int n;
    if (scanf("%d", &n) != 1) return 1;
    int *crates = malloc(sizeof(int) * (n + 1));
    for (int i = 0; i < n; ++i)
        if (scanf("%d", &crates[i]) != 1) return 1;
    long long pairs = 0;
    for (int i = 0; i < n; ++i)
        for (int j = i + 1; j < n; ++j)
            pairs += crates[i] > crates[j];
    printf("%lld\n", pairs);
    free(crates);
}
