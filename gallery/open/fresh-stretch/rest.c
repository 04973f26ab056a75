#include <stdio.h>
#include <string.h>

static long long solve(const char *text) {
    long long best = 0, start = 0;
    for (long long at = 0; at < (long long)strlen(text); ++at) {
        for (long long before = start; before < at; ++before)
            if (text[before] == text[at]) start = before + 1;
        if (at + 1 - start > best) best = at + 1 - start;
    }
    return best;
}

int main(void) {
    static char text[2000001];
    if (scanf("%2000000s", text) != 1) text[0] = 0;
    printf("%lld\n", solve(text));
}
