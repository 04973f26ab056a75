// Counts the blocks that a call executes, for programs built by rustc with LLVM's coverage callbacks
// (-C passes=sancov-module): the compiler calls the first function below at every edge of every function that
// it makes code for, generic ones of the library among them. Linked by the tool into counting builds; itself
// built without the callbacks.
#include <cstdint>
#include <sys/single_threaded.h>

#include "../cpp/counted_call.h"

extern "C" const char __executable_start[]; // of the linker

namespace {

// Every edge has a number of its own, from 1 on; its count, and where in the program's code it is.
struct Edge {
    unsigned long long count;
    const void *place;
};
constexpr std::uint32_t most_edges = std::uint32_t{1} << 20; // touched as far as there are edges
Edge edges[most_edges + 1];
std::uint32_t known_edges = 0;

unsigned long long total() {
    unsigned long long sum = 0;
    for (std::uint32_t i = 0; i <= known_edges; ++i)
        sum += edges[i].count;
    return sum;
}

void start() {
    for (std::uint32_t i = 0; i <= known_edges; ++i)
        edges[i].count = 0;
    iron_stopwatch_forget_bulk();
}

// "PLACE=COUNT,…": bytes from the program's start, in hexadecimal.
void tell_blocks(iron_stopwatch_receiver::Text &text) {
    for (std::uint32_t i = 1; i <= known_edges; ++i) {
        if (edges[i].count == 0) continue;
        text.number(static_cast<const char *>(edges[i].place) - __executable_start, 16);
        text.add('=');
        text.number(edges[i].count);
        text.add(',');
    }
}

} // namespace

extern "C" {

void __sanitizer_cov_trace_pc_guard(std::uint32_t *edge) {
    Edge &one = edges[*edge];
    one.place = __builtin_return_address(0);
    if (__libc_single_threaded)
        ++one.count;
    else
        __atomic_fetch_add(&one.count, 1, __ATOMIC_RELAXED);
}
void __sanitizer_cov_trace_pc_guard_init(std::uint32_t *from, std::uint32_t *to) {
    if (from == to || *from != 0) return; // told before
    for (std::uint32_t *edge = from; edge < to && known_edges < most_edges; ++edge)
        *edge = ++known_edges;
}

// The library seeds its hash tables with it: the same numbers every time, so that counts come out the same.
ssize_t getrandom(void *to, std::size_t bytes, unsigned) {
    for (std::size_t i = 0; i < bytes; ++i)
        static_cast<unsigned char *>(to)[i] = static_cast<unsigned char>(17 * i + 5);
    return static_cast<ssize_t>(bytes);
}

void iron_stopwatch_count_anew() { start(); }

int iron_stopwatch_count_call(int (*call)(void *), void *context, unsigned long long *steps,
                              unsigned long long *bulk) {
    return iron_stopwatch_receiver::count_call(&start, &total, "blocks", &tell_blocks, call, context, steps,
                                               bulk);
}

__attribute__((destructor)) void iron_stopwatch_tell() {
    iron_stopwatch_receiver::tell_at_end(total(), "blocks", &tell_blocks);
}
}
