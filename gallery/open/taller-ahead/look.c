#include <stdlib.h>

int *ahead(const int *masts, int n, int *count) {
    int *out = malloc(n * sizeof *out);
    for (int i = 0; i < n; i++) {
        int j = i + 1;
        while (j < n && masts[j] <= masts[i]) j++;
        out[i] = j < n ? j - i : 0;
    }
    *count = n;
    return out;
}
