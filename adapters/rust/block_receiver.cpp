// Counts the blocks that a call executes, for programs built by rustc with LLVM's coverage callbacks
// (-C passes=sancov-module): the compiler calls the first function below at every edge of every function that
// it makes code for, generic ones of the library among them. Linked by the tool into counting builds; itself
// built without the callbacks.
#include <cstdint>
#include <sys/single_threaded.h>

#include "../cpp/counted_call.h"

namespace {

unsigned long long blocks = 0;

unsigned long long total() { return blocks; }

} // namespace

extern "C" {

void __sanitizer_cov_trace_pc_guard(std::uint32_t *) {
    if (__libc_single_threaded)
        ++blocks;
    else
        __atomic_fetch_add(&blocks, 1, __ATOMIC_RELAXED);
}
void __sanitizer_cov_trace_pc_guard_init(std::uint32_t *, std::uint32_t *) {}

// The library seeds its hash tables with it: the same numbers every time, so that counts come out the same.
ssize_t getrandom(void *to, std::size_t bytes, unsigned) {
    for (std::size_t i = 0; i < bytes; ++i)
        static_cast<unsigned char *>(to)[i] = static_cast<unsigned char>(17 * i + 5);
    return static_cast<ssize_t>(bytes);
}

int iron_stopwatch_count_call(int (*call)(void *), void *context, unsigned long long *steps,
                              unsigned long long *bulk) {
    return iron_stopwatch_receiver::count_call(&total, call, context, steps, bulk);
}

__attribute__((destructor)) void iron_stopwatch_tell() { iron_stopwatch_receiver::tell_at_end(blocks); }
}
