// Counts the blocks that a call executes, for programs built by g++ with -fprofile-arcs
// -fprofile-update=single: the compiler adds a counter to enough arcs of every function that each loop and
// each call passes one, and hands the tables of counters to the three functions below, which its own coverage
// library would otherwise provide. Linked by the tool into counting builds; itself built without the option.
//
// The tables' layout belongs to the compiler (gcc/gcov-io.h, libgcc/libgcov.h of the GCC sources); it is the
// one of GCC 12 to 14, which the version field tells.
#include <cerrno>
#include <csignal>
#include <cstddef>
#include <cstdint>
#include <cstdlib>
#include <fcntl.h>
#include <initializer_list>
#include <sys/types.h>
#include <sys/wait.h>
#include <unistd.h>

extern "C" unsigned long long iron_stopwatch_bulk_steps; // of the bulk receiver

namespace {

constexpr int kinds_of_counters = 8;

struct Counters {
    std::uint32_t count;
    std::int64_t *values;
};
struct Function {
    const struct Table *owner;
    std::uint32_t identity, line_sum, flow_sum;
    Counters counters[1];
};
struct Table {
    std::uint32_t version;
    Table *next;
    std::uint32_t stamp, sum;
    const char *file;
    void (*merge[kinds_of_counters])(std::int64_t *, std::uint32_t);
    std::uint32_t functions;
    const Function *const *function;
};

Table *tables = nullptr;
bool unknown_layout = false;

unsigned long long total() {
    unsigned long long sum = 0;
    for (const Table *table = tables; table; table = table->next)
        for (std::uint32_t f = 0; f < table->functions; ++f) {
            const Function *function = table->function[f];
            // Discarded copies of an inline function are listed with the owner of the copy that was kept.
            if (!function || function->owner != table) continue;
            for (std::uint32_t i = 0; i < function->counters[0].count; ++i)
                sum += function->counters[0].values[i];
        }
    return sum;
}

} // namespace

extern "C" {

void __gcov_init(Table *table) {
    // "B2" is GCC 12, "B3" 13, "B4" 14, in the two upper bytes.
    const std::uint32_t release = table->version >> 16;
    if (release < (('B' << 8) | '2') || release > (('B' << 8) | '4'))
        unknown_layout = true;
    else
        table->next = tables, tables = table;
}
// A whole program: at its end the steps, and those of them that are bulk work, go to the file named in its
// environment. No stream is used: the program may have closed them.
void __gcov_exit() {
    static bool told = false;
    const char *path = getenv("IRON_STOPWATCH_STEPS");
    if (told || !path || unknown_layout) return;
    told = true;
    const unsigned long long bulk = iron_stopwatch_bulk_steps;
    const int file = open(path, O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0600);
    char text[48];
    std::size_t at = sizeof text;
    for (unsigned long long rest : {bulk, total() + bulk}) {
        const char after = at == sizeof text ? '\n' : ' ';
        text[--at] = after;
        for (;; rest /= 10) {
            text[--at] = static_cast<char>('0' + rest % 10);
            if (rest < 10) break;
        }
    }
    if (file < 0 || write(file, text + at, sizeof text - at) < 0) _exit(114);
    close(file);
}
void __gcov_merge_add(std::int64_t *, std::uint32_t) {}

// Runs `call(context)` in a process of its own, so that every counted call finds the same memory, and tells
// the steps and the bulk work of library calls. Returns what `call` returned; ends this process the way the
// other one ended where that crashed.
int iron_stopwatch_count_call(int (*call)(void *), void *context, unsigned long long *steps,
                              unsigned long long *bulk) {
    if (unknown_layout || !tables) std::_Exit(113);
    int channel[2];
    if (pipe(channel) != 0) std::_Exit(114);
    const pid_t child = fork();
    if (child < 0) std::_Exit(114);
    if (child == 0) {
        const unsigned long long before = total(), bulk_before = iron_stopwatch_bulk_steps;
        const int status = call(context);
        const unsigned long long counted[2] = {total() - before, iron_stopwatch_bulk_steps - bulk_before};
        std::_Exit(write(channel[1], counted, sizeof counted) == sizeof counted ? status : 114);
    }
    close(channel[1]);
    unsigned long long counted[2] = {};
    ssize_t got;
    do
        got = read(channel[0], counted, sizeof counted);
    while (got < 0 && errno == EINTR);
    *steps = counted[0];
    *bulk = counted[1];
    close(channel[0]);
    int status = 0;
    while (waitpid(child, &status, 0) < 0 && errno == EINTR) {
    }
    if (WIFSIGNALED(status)) {
        signal(WTERMSIG(status), SIG_DFL);
        raise(WTERMSIG(status));
    }
    if (WEXITSTATUS(status) > 2) std::_Exit(WEXITSTATUS(status));
    return WEXITSTATUS(status);
}
}
