/* Values of a function's arguments and of its answer as text, for the source that the Iron Stopwatch writes
 * around a function as it is. The text is described in docs/problem-file.md. */
#ifndef IRON_STOPWATCH_CALL_H
#define IRON_STOPWATCH_CALL_H

#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static inline void iron_stopwatch_malformed(const char *what) {
    fprintf(stderr, "the input holds no %s where one is expected\n", what);
    exit(1);
}
static int iron_stopwatch_within_line; /* a number leaves its line's end behind */
static inline void *iron_stopwatch_copied(const void *from, size_t size) {
    return memcpy(iron_stopwatch_room(size), from, size);
}
static inline long long iron_stopwatch_take_integer(FILE *in) {
    long long value = 0;
    iron_stopwatch_within_line = 1;
    if (fscanf(in, "%lld", &value) != 1) iron_stopwatch_malformed("whole number");
    return value;
}
static inline double iron_stopwatch_take_real(FILE *in) {
    double value = 0;
    iron_stopwatch_within_line = 1;
    if (fscanf(in, "%lf", &value) != 1) iron_stopwatch_malformed("number");
    return value;
}
static inline int iron_stopwatch_take_truth(FILE *in) {
    char word[8] = "";
    iron_stopwatch_within_line = 1;
    if (fscanf(in, "%7s", word) != 1) iron_stopwatch_malformed("truth");
    return strcmp(word, "true") == 0;
}
static inline char *iron_stopwatch_take_text(FILE *in) {
    size_t length = 0, room = 64;
    char *text = (char *)iron_stopwatch_room(room);
    int c = iron_stopwatch_within_line ? 0 : '\n';
    while (c != '\n' && c != EOF)
        c = fgetc(in);
    iron_stopwatch_within_line = 0;
    while ((c = fgetc(in)) != EOF && c != '\n') {
        if (length + 1 == room && !(text = (char *)realloc(text, room *= 2))) abort();
        text[length++] = (char)c;
    }
    text[length] = '\0';
    return text;
}
static inline void iron_stopwatch_give_integer(FILE *out, long long value) { fprintf(out, "%lld", value); }
static inline void iron_stopwatch_give_real(FILE *out, double value) { fprintf(out, "%.17g", value); }
static inline void iron_stopwatch_give_truth(FILE *out, int value) { fputs(value ? "true" : "false", out); }
static inline void iron_stopwatch_give_text(FILE *out, const char *value) { fputs(value ? value : "", out); }

#endif
