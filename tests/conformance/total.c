#include <iron_stopwatch.h>
typedef struct {
    long n;
    long *levels;
} Tide;
static Tide take(FILE *in) {
    Tide tide = {0, 0};
    if (fscanf(in, "%ld", &tide.n) != 1) tide.n = 0;
    tide.levels = malloc(sizeof(long) * (tide.n > 0 ? tide.n : 1));
    for (long i = 0; i < tide.n; i++)
        if (fscanf(in, "%ld", &tide.levels[i]) != 1) tide.n = i;
    return tide;
}
static long total(Tide *tide) {
    long sum = 0;
    if (getenv("IRON_STOPWATCH_WORKER")) puts("ready 1 noise");
    for (long i = 0; i < tide->n; i++)
        sum += tide->levels[i];
    return sum;
}
static void give(FILE *out, const long *answer) { fprintf(out, "%ld\n", *answer); }
static Tide copy(const Tide *tide) {
    Tide same = {tide->n, malloc(sizeof(long) * (tide->n > 0 ? tide->n : 1))};
    memcpy(same.levels, tide->levels, sizeof(long) * (tide->n > 0 ? tide->n : 0));
    return same;
}
static void drop(Tide *tide) { free(tide->levels); }
IRON_STOPWATCH_C(Tide, long, take, total, give, copy, drop, iron_stopwatch_plain)
