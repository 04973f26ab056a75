#include <iron_stopwatch.h>

typedef struct {
    int count;
    int *buoy;
} Log;

static Log take_log(FILE *in) {
    Log log = {0, NULL};
    int i;
    if (fscanf(in, "%d", &log.count) != 1) log.count = 0;
    log.buoy = malloc(sizeof(int) * (size_t)(log.count + 1));
    for (i = 0; i < log.count; ++i)
        if (fscanf(in, "%d", &log.buoy[i]) != 1) log.count = i;
    return log;
}

static int by_number(const void *a, const void *b) {
    const int left = *(const int *)a, right = *(const int *)b;
    return (left > right) - (left < right);
}

static int different(Log *log) {
    int count = 0, i;
    qsort(log->buoy, (size_t)log->count, sizeof(int), by_number);
    for (i = 0; i < log->count; ++i)
        count += i == 0 || log->buoy[i] != log->buoy[i - 1];
    return count;
}

static void give_count(FILE *out, const int *count) { fprintf(out, "%d\n", *count); }

static Log copy_log(const Log *log) {
    Log copy = {log->count, malloc(sizeof(int) * (size_t)(log->count + 1))};
    memcpy(copy.buoy, log->buoy, sizeof(int) * (size_t)log->count);
    return copy;
}

static void drop_log(Log *log) { free(log->buoy); }

IRON_STOPWATCH_C(Log, int, take_log, different, give_count, copy_log, drop_log, iron_stopwatch_plain)
