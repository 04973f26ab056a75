/* Iron Stopwatch adapter for C11 and later. One file, no dependency but the C library of a POSIX system.
 *
 *     Gauge  take_gauge(FILE *in);                      reads the problem's text
 *     Answer climb(const Gauge *gauge);                 measured; Gauge * where it alters its input
 *     void   give_answer(FILE *out, const Answer *answer);
 *     Gauge  copy_gauge(const Gauge *gauge);            shares nothing with the original
 *     void   drop_gauge(Gauge *gauge);                  frees what take and copy allocated
 *     void   drop_answer(Answer *answer);
 *     IRON_STOPWATCH_C(Gauge, Answer, take_gauge, climb, give_answer, copy_gauge, drop_gauge, drop_answer)
 *
 * The names are yours. Where nothing has to be freed, iron_stopwatch_plain stands for a drop, and
 * iron_stopwatch_same for the copy of a plain value. Gauge and Answer are names of types: a typedef for
 * anything longer than a word. Run by hand, the program reads standard input and writes standard output. Run
 * by the tool, it is a worker that takes commands on descriptor 3 and replies on descriptor 4; the protocol
 * is in docs/protocol.md. */
#ifndef IRON_STOPWATCH_H
#define IRON_STOPWATCH_H

#include <signal.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

/* Declared here, since -std=c17 hides them and a solution may be compiled that way. */
extern FILE *fdopen(int descriptor, const char *mode);
extern FILE *open_memstream(char **text, size_t *length);
extern int getpid(void);
extern int clock_gettime(int clock, struct timespec *now);
enum { iron_stopwatch_monotonic = 1, iron_stopwatch_process_cpu = 2 };

#define iron_stopwatch_plain(value) ((void)(value))
#define iron_stopwatch_same(value) (*(value))

/* In a counting build the tool links these; elsewhere they are null. */
struct iron_stopwatch_space {
    unsigned long long space_bytes, heap_peak_bytes, answer_bytes, stack_peak_bytes, allocations;
    int status;
    unsigned long long deeper;
};
extern __attribute__((weak)) int iron_stopwatch_count_call(int (*call)(void *), void *context,
                                                           unsigned long long *steps,
                                                           unsigned long long *bulk);
extern __attribute__((weak)) void iron_stopwatch_count_anew(void);
extern __attribute__((weak)) const char *iron_stopwatch_where(void);
extern __attribute__((weak)) void iron_stopwatch_space_call(int (*call)(void *), void (*destroy)(void *),
                                                            void *context, unsigned long long stack_bytes,
                                                            struct iron_stopwatch_space *reading);
extern __attribute__((weak)) unsigned long long iron_stopwatch_heap_in_use(void);

/* What the macro tells of a solution: everything through untyped pointers. */
struct iron_stopwatch_program {
    size_t input_size, answer_size;
    int untouched; /* solve takes its input const */
    void (*take)(FILE *in, void *input);
    void (*solve)(void *input, void *answer);
    void (*give)(FILE *out, const void *answer);
    void (*copy)(const void *from, void *to);
    void (*drop_input)(void *input);
    void (*drop_answer)(void *answer);
};

struct iron_stopwatch_kept {
    size_t id;
    void *input;
    char *first_answer;
    struct iron_stopwatch_kept *next;
};

static struct iron_stopwatch_kept *iron_stopwatch_inputs;
static const struct iron_stopwatch_program *iron_stopwatch_it;
static char iron_stopwatch_reply[512];
static const char *iron_stopwatch_rest = ""; /* of the reply, of any length */

static int64_t iron_stopwatch_now(int clock) {
    struct timespec now;
    clock_gettime(clock, &now);
    return INT64_C(1000000000) * now.tv_sec + now.tv_nsec;
}

static void *iron_stopwatch_room(size_t bytes) {
    void *room = calloc(1, bytes ? bytes : 1);
    if (!room) {
        fputs("iron_stopwatch: no memory for inputs and answers\n", stderr);
        exit(114);
    }
    return room;
}

static struct iron_stopwatch_kept *iron_stopwatch_find(size_t id) {
    struct iron_stopwatch_kept *kept = iron_stopwatch_inputs;
    while (kept && kept->id != id)
        kept = kept->next;
    return kept;
}

static void iron_stopwatch_forget(size_t id) {
    struct iron_stopwatch_kept **at = &iron_stopwatch_inputs;
    while (*at && (*at)->id != id)
        at = &(*at)->next;
    if (*at) {
        struct iron_stopwatch_kept *gone = *at;
        *at = gone->next;
        iron_stopwatch_it->drop_input(gone->input);
        free(gone->input);
        free(gone->first_answer);
        free(gone);
    }
}

static void *iron_stopwatch_taken(const char *path) {
    FILE *in = fopen(path, "rb");
    void *input;
    if (!in) return NULL;
    input = iron_stopwatch_room(iron_stopwatch_it->input_size);
    iron_stopwatch_it->take(in, input);
    fclose(in);
    return input;
}

static char *iron_stopwatch_text(const void *answer) {
    char *text = NULL;
    size_t length = 0;
    FILE *out = open_memstream(&text, &length);
    if (!out) exit(114);
    iron_stopwatch_it->give(out, answer);
    fclose(out);
    return text;
}

/* Called through a pointer the compiler can't see through, so that no call is dropped, merged or hoisted. */
static void (*volatile iron_stopwatch_call)(void *input, void *answer);
static void iron_stopwatch_empty(void *input, void *answer) {
    (void)input;
    (void)answer;
}

/* A copy of the process that the solution made has no say, and touches no file. */
static void iron_stopwatch_leave_if_copy(int own) {
    if (getpid() != own) _Exit(0);
}

static const char *iron_stopwatch_answered(struct iron_stopwatch_kept *kept, const char *path, int own) {
    const struct iron_stopwatch_program *it = iron_stopwatch_it;
    void *copy = NULL, *answer = iron_stopwatch_room(it->answer_size);
    int64_t from, to;
    char *text;
    FILE *out;
    if (!it->untouched) it->copy(kept->input, copy = iron_stopwatch_room(it->input_size));
    from = iron_stopwatch_now(iron_stopwatch_monotonic);
    iron_stopwatch_call(copy ? copy : kept->input, answer);
    to = iron_stopwatch_now(iron_stopwatch_monotonic);
    iron_stopwatch_leave_if_copy(own);
    text = iron_stopwatch_text(answer);
    out = fopen(path, "wb");
    if (!out || fputs(text, out) < 0 || fclose(out) != 0) return "refused the answer can't be written";
    free(kept->first_answer);
    kept->first_answer = text;
    it->drop_answer(answer);
    free(answer);
    if (copy) {
        it->drop_input(copy);
        free(copy);
    }
    snprintf(iron_stopwatch_reply, sizeof iron_stopwatch_reply, "done call_ns=%lld", (long long)(to - from));
    return iron_stopwatch_reply;
}

/* The same loop for what is measured and for the empty call that is taken off. */
static int64_t iron_stopwatch_call_each(void (*volatile *call)(void *, void *), void *const *inputs,
                                        char *answers, size_t answer_size, size_t count) {
    const int64_t from = iron_stopwatch_now(iron_stopwatch_monotonic);
    size_t i;
    for (i = 0; i < count; ++i)
        (*call)(inputs[i], answers + i * answer_size);
    return iron_stopwatch_now(iron_stopwatch_monotonic) - from;
}

/* time CALLS AT_ONCE ID...: calls that go round the inputs, at most AT_ONCE copies and answers alive. */
static const char *iron_stopwatch_timed(char *words, int own) {
    const struct iron_stopwatch_program *it = iron_stopwatch_it;
    const size_t calls = strtoull(words, &words, 10), at_once = strtoull(words, &words, 10);
    size_t count = 0, done = 0, i;
    struct iron_stopwatch_kept **round = NULL;
    int64_t wall = 0, cpu = 0;
    const char *fault = NULL;
    int checked = it->untouched;
    for (;;) {
        char *end;
        const size_t id = strtoull(words, &end, 10);
        if (end == words) break;
        words = end;
        round = (struct iron_stopwatch_kept **)realloc(round, (count + 1) * sizeof *round);
        if (!round) exit(114);
        round[count] = iron_stopwatch_find(id);
        if (!round[count++]) fault = "refused no input has this number";
    }
    if (!fault && (calls == 0 || at_once == 0 || count == 0))
        fault = "refused time needs calls, copies at once and inputs";
    while (!fault && done < calls) {
        const size_t now = calls - done < at_once ? calls - done : at_once;
        char *answers = (char *)iron_stopwatch_room(now * it->answer_size), *copies = NULL;
        void **inputs = (void **)iron_stopwatch_room(now * sizeof *inputs);
        int64_t cpu_from;
        if (!it->untouched) copies = (char *)iron_stopwatch_room(now * it->input_size);
        for (i = 0; i < now; ++i) {
            inputs[i] = round[(done + i) % count]->input;
            if (copies) {
                it->copy(inputs[i], copies + i * it->input_size);
                inputs[i] = copies + i * it->input_size;
            }
        }
        cpu_from = iron_stopwatch_now(iron_stopwatch_process_cpu);
        wall += iron_stopwatch_call_each(&iron_stopwatch_call, inputs, answers, it->answer_size, now);
        cpu += iron_stopwatch_now(iron_stopwatch_process_cpu) - cpu_from;
        iron_stopwatch_leave_if_copy(own);
        for (i = now > count ? now - count : 0; !checked && i < now; ++i) {
            struct iron_stopwatch_kept *kept = round[(done + i) % count];
            char *text = iron_stopwatch_text(answers + i * it->answer_size);
            if (kept->first_answer && strcmp(kept->first_answer, text) != 0)
                fault = "refused the answers to one input differ from call to call: is the copy a full one?";
            if (kept->first_answer)
                free(text);
            else
                kept->first_answer = text;
        }
        checked = 1;
        for (i = 0; i < now; ++i) {
            it->drop_answer(answers + i * it->answer_size);
            if (copies) it->drop_input(copies + i * it->input_size);
        }
        free(answers);
        free(copies);
        free(inputs);
        done += now;
    }
    free(round);
    if (fault) return fault;
    snprintf(iron_stopwatch_reply, sizeof iron_stopwatch_reply,
             "done calls=%llu wall_ns=%lld cpu_ns=%lld reread=0", (unsigned long long)calls, (long long)wall,
             (long long)cpu);
    return iron_stopwatch_reply;
}

static double iron_stopwatch_floor(size_t answer_size) {
    enum { calls = 2000 };
    void (*volatile empty)(void *, void *) = iron_stopwatch_empty;
    void **inputs = (void **)iron_stopwatch_room(calls * sizeof *inputs);
    char *answers = (char *)iron_stopwatch_room(calls * answer_size);
    double least = 1e9;
    int attempt;
    for (attempt = 0; attempt < 60; ++attempt) {
        const double ns =
            (double)iron_stopwatch_call_each(&empty, inputs, answers, answer_size, calls) / calls;
        if (ns < least) least = ns;
    }
    free(inputs);
    free(answers);
    return least;
}

struct iron_stopwatch_one_call {
    void *input, *answer;
    const char *path; /* of an input that is still to be read */
    int later;        /* a call goes before it */
};
/* Nothing is left of it but what the solution keeps. */
static void iron_stopwatch_call_before(const char *path) {
    void *const input = iron_stopwatch_taken(path);
    void *const answer = iron_stopwatch_room(iron_stopwatch_it->answer_size);
    if (!input) return;
    iron_stopwatch_call(input, answer);
    iron_stopwatch_it->drop_answer(answer);
    iron_stopwatch_it->drop_input(input);
    free(input);
    free(answer);
}
static int iron_stopwatch_call_once(void *context) {
    struct iron_stopwatch_one_call *one = (struct iron_stopwatch_one_call *)context;
    if (one->path) {
        if (one->later) iron_stopwatch_call_before(one->path);
        one->input = iron_stopwatch_taken(one->path);
        one->answer = iron_stopwatch_room(iron_stopwatch_it->answer_size);
        if (!one->input) return 1;
        iron_stopwatch_count_anew();
    }
    iron_stopwatch_call(one->input, one->answer);
    return 0;
}
static void iron_stopwatch_drop_once(void *context) {
    iron_stopwatch_it->drop_answer(((struct iron_stopwatch_one_call *)context)->answer);
}

/* One call in a process of its own: its steps counted, or its memory read. */
static const char *iron_stopwatch_apart(const char *path, int space, int later, unsigned long long stack) {
    const struct iron_stopwatch_program *it = iron_stopwatch_it;
    struct iron_stopwatch_one_call one;
    unsigned long long steps = 0, bulk = 0, before = 0, after = 0;
    struct iron_stopwatch_space r;
    if (space ? !iron_stopwatch_space_call : !iron_stopwatch_count_call)
        return "refused this build counts nothing";
    memset(&r, 0, sizeof r);
    memset(&one, 0, sizeof one);
    if (space) {
        before = iron_stopwatch_heap_in_use();
        one.input = iron_stopwatch_taken(path);
        if (!one.input) return "refused the input can't be opened";
        after = iron_stopwatch_heap_in_use();
        one.answer = iron_stopwatch_room(it->answer_size);
        iron_stopwatch_space_call(iron_stopwatch_call_once, iron_stopwatch_drop_once, &one, stack, &r);
        it->drop_input(one.input);
        free(one.input);
        free(one.answer);
    } else { /* in the other process */
        one.path = path;
        one.later = later;
        if (iron_stopwatch_count_call(iron_stopwatch_call_once, &one, &steps, &bulk) != 0)
            return "refused the input can't be opened";
    }
    if (space)
        snprintf(iron_stopwatch_reply, sizeof iron_stopwatch_reply,
                 "done space_bytes=%llu heap_peak_bytes=%llu answer_bytes=%llu stack_peak_bytes=%llu "
                 "allocations=%llu input_bytes=%llu",
                 r.space_bytes, r.heap_peak_bytes, r.answer_bytes, r.stack_peak_bytes, r.allocations,
                 after > before ? after - before : 0);
    else {
        snprintf(iron_stopwatch_reply, sizeof iron_stopwatch_reply, "done steps=%llu bulk_steps=%llu",
                 steps + bulk, bulk);
        iron_stopwatch_rest = iron_stopwatch_where();
    }
    return iron_stopwatch_reply;
}

static const char *iron_stopwatch_obeyed(char *line, unsigned long long stack, int own) {
    char *words = strchr(line, ' ');
    struct iron_stopwatch_kept *kept;
    size_t id;
    if (!words) return "refused unknown command";
    *words++ = '\0';
    if (strcmp(line, "time") == 0) return iron_stopwatch_timed(words, own);
    if (strcmp(line, "count") == 0 || strcmp(line, "count_later") == 0 || strcmp(line, "space") == 0)
        return iron_stopwatch_apart(words, line[0] == 's', strcmp(line, "count_later") == 0, stack);
    id = strtoull(words, &words, 10);
    while (*words == ' ')
        ++words;
    if (strcmp(line, "read") == 0) {
        void *input = iron_stopwatch_taken(words);
        if (!input) return "refused the input can't be opened";
        iron_stopwatch_forget(id);
        kept = (struct iron_stopwatch_kept *)iron_stopwatch_room(sizeof *kept);
        kept->id = id;
        kept->input = input;
        kept->next = iron_stopwatch_inputs;
        iron_stopwatch_inputs = kept;
        return "done";
    }
    if (strcmp(line, "forget") == 0) {
        iron_stopwatch_forget(id);
        return "done";
    }
    if (strcmp(line, "answer") != 0) return "refused unknown command";
    kept = iron_stopwatch_find(id);
    return kept ? iron_stopwatch_answered(kept, words, own) : "refused no input has this number";
}

static int iron_stopwatch_run(const struct iron_stopwatch_program *it) {
    const char *version = getenv("IRON_STOPWATCH_WORKER"), *stack_text = getenv("IRON_STOPWATCH_STACK");
    const unsigned long long stack = stack_text ? strtoull(stack_text, NULL, 10) : 0;
    const int own = getpid();
    iron_stopwatch_it = it;
    iron_stopwatch_call = it->solve;
    if (version && strcmp(version, "1") == 0) {
        FILE *commands = fdopen(3, "r"), *replies = fdopen(4, "w");
        size_t room = 1 << 16, used = 0;
        char *line = (char *)iron_stopwatch_room(room);
        int c;
        if (!commands || !replies) return 112;
        fprintf(replies, "ready 1 floor_ns=%.3f passing=%s counting=%d counts_later=1\n",
                iron_stopwatch_floor(it->answer_size), it->untouched ? "untouched" : "reference",
                iron_stopwatch_count_call != NULL);
        fflush(replies);
        while ((c = fgetc(commands)) != EOF) {
            if (c != '\n') {
                if (used + 1 < room) line[used++] = (char)c;
                continue;
            }
            line[used] = '\0';
            used = 0;
            if (strcmp(line, "quit") == 0) return 0;
            {
                const char *reply = iron_stopwatch_obeyed(line, stack, own);
                iron_stopwatch_leave_if_copy(own);
                fprintf(replies, "%s%s\n", reply, iron_stopwatch_rest);
                iron_stopwatch_rest = "";
                fflush(replies);
            }
        }
        return 0;
    }
    {
        void *input = iron_stopwatch_room(it->input_size), *answer = iron_stopwatch_room(it->answer_size);
        it->take(stdin, input);
        it->solve(input, answer);
        it->give(stdout, answer);
        it->drop_answer(answer);
        it->drop_input(input);
        free(answer);
        free(input);
        return fflush(stdout) == 0 ? 0 : 1;
    }
}

#define IRON_STOPWATCH_C(INPUT, ANSWER, TAKE, SOLVE, GIVE, COPY, DROP_INPUT, DROP_ANSWER)                    \
    static void iron_stopwatch_take(FILE *in, void *input) { *(INPUT *)input = TAKE(in); }                   \
    static void iron_stopwatch_solve(void *input, void *answer) {                                            \
        *(ANSWER *)answer = SOLVE((INPUT *)input);                                                           \
    }                                                                                                        \
    static void iron_stopwatch_give(FILE *out, const void *answer) { GIVE(out, (const ANSWER *)answer); }    \
    static void iron_stopwatch_copy(const void *from, void *to) {                                            \
        *(INPUT *)to = COPY((const INPUT *)from);                                                            \
    }                                                                                                        \
    static void iron_stopwatch_drop_input(void *input) { DROP_INPUT((INPUT *)input); }                       \
    static void iron_stopwatch_drop_answer(void *answer) { DROP_ANSWER((ANSWER *)answer); }                  \
    int main(void) {                                                                                         \
        static const struct iron_stopwatch_program program = {                                               \
            sizeof(INPUT),                                                                                   \
            sizeof(ANSWER),                                                                                  \
            _Generic(SOLVE, ANSWER(*)(const INPUT *) : 1, default : 0),                                      \
            iron_stopwatch_take,                                                                             \
            iron_stopwatch_solve,                                                                            \
            iron_stopwatch_give,                                                                             \
            iron_stopwatch_copy,                                                                             \
            iron_stopwatch_drop_input,                                                                       \
            iron_stopwatch_drop_answer};                                                                     \
        return iron_stopwatch_run(&program);                                                                 \
    }

#endif
