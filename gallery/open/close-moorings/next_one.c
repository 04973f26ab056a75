#include <stdio.h>

static int metres[100000];

int main(void) {
    int n, close = 0;
    if (scanf("%d", &n) != 1) return 1;
    for (int i = 0; i < n; ++i)
        if (scanf("%d", &metres[i]) != 1) return 1;
    for (int i = 0; i < n; ++i) {
        int next = -1;
        for (int j = 0; j < n; ++j) {
            int after = metres[j] > metres[i] || (metres[j] == metres[i] && j > i);
            if (after && (next < 0 || metres[j] < next))
                next = metres[j];
        }
        if (next >= 0 && next - metres[i] <= 10)
            ++close;
    }
    printf("%d\n", close);
}
