#include <stdio.h>
#include <string.h>

static char words[20000][16], text[400000];

int main(void) {
    int n;
    if (scanf("%d", &n) != 1) return 1;
    for (int i = 0; i < n; ++i)
        if (scanf("%15s", words[i]) != 1) return 1;
    for (int i = n - 1; i >= 0; --i) {
        strcat(text, words[i]);
        strcat(text, " ");
    }
    const char *at = strrchr(text, '7');
    printf("%ld\n", at ? (long)(at - text) : -1L);
}
