// What every step receiver does with its counts: tells those of a whole program at its end, and those of one
// call made in a process of its own. Included by the receivers; the tool alone builds them.
#pragma once

#include <cerrno>
#include <csignal>
#include <cstddef>
#include <cstdlib>
#include <fcntl.h>
#include <sys/types.h>
#include <sys/wait.h>
#include <unistd.h>

extern "C" unsigned long long iron_stopwatch_bulk_steps; // of the bulk receiver
// Of the receiver that is linked into whole programs: bytes.
extern "C" __attribute__((weak)) void iron_stopwatch_held(unsigned long long *heap,
                                                          unsigned long long *stack);

namespace iron_stopwatch_receiver {

// A whole program: at its end the steps, those of them that are bulk work, what it held in heap and stack,
// and what a difference in these has to be to say anything, go to the file named in its environment. No
// stream is used: the program may have closed them. `total`: blocks so far.
inline void tell_at_end(unsigned long long total) {
    static bool told = false;
    const char *path = getenv("IRON_STOPWATCH_STEPS");
    if (told || !path) return;
    told = true;
    const unsigned long long bulk = iron_stopwatch_bulk_steps;
    constexpr unsigned long long grain = 256; // buffers, and what the loader takes of the stack
    unsigned long long heap = 0, stack = 0;
    if (iron_stopwatch_held) iron_stopwatch_held(&heap, &stack);
    const int file = open(path, O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0600);
    char text[128];
    std::size_t at = sizeof text;
    const unsigned long long numbers[] = {grain, stack, heap, bulk, total + bulk}; // the last one first
    for (int i = iron_stopwatch_held ? 0 : 3; i < 5; ++i) {
        unsigned long long rest = numbers[i];
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

// Waits for the process that made a call. Its exit status; ends this process by the same signal where it
// crashed.
inline int status_of(pid_t child) {
    int status = 0;
    while (waitpid(child, &status, 0) < 0 && errno == EINTR) {
    }
    if (WIFSIGNALED(status)) {
        signal(WTERMSIG(status), SIG_DFL);
        raise(WTERMSIG(status));
    }
    return WEXITSTATUS(status);
}

// Runs `call(context)` in a process of its own, so that every counted call finds the same memory, and tells
// the steps and the bulk work of library calls. Returns what `call` returned; ends this process the way the
// other one ended where that crashed. `total`: blocks so far.
inline int count_call(unsigned long long (*total)(), int (*call)(void *), void *context,
                      unsigned long long *steps, unsigned long long *bulk) {
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
    const int status = status_of(child);
    if (status > 2) std::_Exit(status);
    return status;
}

} // namespace iron_stopwatch_receiver
