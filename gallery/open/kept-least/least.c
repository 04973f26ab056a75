#include <stdio.h>
#include <stdlib.h>

int main(void) {
    int n, k;
    if (scanf("%d %d", &n, &k) != 2) return 1;
    int *all = malloc(n * sizeof *all);
    for (int i = 0; i < n; i++)
        if (scanf("%d", &all[i]) != 1) return 1;
    long long sum = 0;
    for (int i = 0; i < k; i++) {
        int least = i;
        for (int j = i + 1; j < n; j++)
            if (all[j] < all[least]) least = j;
        int kept = all[i];
        all[i] = all[least];
        all[least] = kept;
        sum += all[i];
    }
    printf("%lld %d\n", sum % 1000000007, all[k - 1]);
    free(all);
}
