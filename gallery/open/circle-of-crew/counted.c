#include <stdio.h>

int main(void) {
    int n, k;
    if (scanf("%d %d", &n, &k) != 2) return 1;
    int last = 0;
    for (int left = 2; left <= n; ++left)
        last = (last + k) % left;
    printf("%d\n", last);
}
