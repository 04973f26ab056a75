// What every step receiver does with its counts: tells those of a whole program at its end, and those of one
// call made in a process of its own. Included by the receivers; the tool alone builds them.
#pragma once

#include <cerrno>
#include <csignal>
#include <cstddef>
#include <cstdlib>
#include <fcntl.h>
#include <sys/mman.h>
#include <sys/types.h>
#include <sys/wait.h>
#include <unistd.h>

extern "C" unsigned long long iron_stopwatch_bulk_steps; // of the bulk receiver
extern "C" void iron_stopwatch_forget_bulk();
// Tells the places in the program's code, from its start, that library calls with work of their own return
// to, and the steps of each.
extern "C" void
iron_stopwatch_each_bulk_call(void (*tell)(void *, unsigned long place, unsigned long long steps), void *to);
// Of the receiver that is linked into whole programs: bytes.
extern "C" __attribute__((weak)) void iron_stopwatch_held(unsigned long long *heap,
                                                          unsigned long long *stack);

namespace iron_stopwatch_receiver {

// A text that grows without a byte of the heap, which is being watched.
class Text {
  public:
    void add(const char *words) {
        while (*words)
            add(*words++);
    }
    void number(unsigned long long number, unsigned base = 10) {
        char digits[24];
        int n = 0;
        do
            digits[n++] = "0123456789abcdef"[number % base];
        while ((number /= base) > 0);
        while (n > 0)
            add(digits[--n]);
    }
    void add(char letter) {
        if (size_ == room_ && !grow()) return;
        text_[size_++] = letter;
    }
    const char *begin() const { return text_; }
    std::size_t size() const { return size_; }

  private:
    bool grow() {
        const std::size_t room = room_ ? 2 * room_ : std::size_t{1} << 16;
        void *const more = mmap(nullptr, room, PROT_READ | PROT_WRITE, MAP_PRIVATE | MAP_ANONYMOUS, -1, 0);
        if (more == MAP_FAILED) return false;
        for (std::size_t i = 0; i < size_; ++i)
            static_cast<char *>(more)[i] = text_[i];
        if (text_) munmap(text_, room_);
        text_ = static_cast<char *>(more), room_ = room;
        return true;
    }
    char *text_ = nullptr;
    std::size_t size_ = 0, room_ = 0;
};

// The words of a reply that tell where the steps were: counters as the receiver knows them, under a name of
// its own, and bulk work by the place that called.
inline void add_where(Text &text, const char *name, void (*counters)(Text &)) {
    text.add(' ');
    text.add(name);
    text.add('=');
    counters(text);
    text.add(" bulk_calls=");
    iron_stopwatch_each_bulk_call(
        [](void *to, unsigned long place, unsigned long long steps) {
            Text &list = *static_cast<Text *>(to);
            list.number(place, 16);
            list.add('=');
            list.number(steps);
            list.add(',');
        },
        &text);
}

// What the last counted call said of where its steps were.
inline char *said = nullptr; // mapped: the heap stays as it is
inline std::size_t said_bytes = 0;

inline bool written(int file, const char *text, std::size_t size) {
    while (size > 0) {
        const ssize_t put = write(file, text, size);
        if (put < 0 && errno == EINTR) continue;
        if (put <= 0) return false;
        text += put, size -= static_cast<std::size_t>(put);
    }
    return true;
}

// A whole program: at its end the steps, those of them that are bulk work, what it held in heap and stack,
// and what a difference in these has to be to say anything, go to the file named in its environment, and
// after them where the steps were. No stream is used: the program may have closed them. `total`: blocks so
// far; `name`, `counters`: where those were.
inline void tell_at_end(unsigned long long total, const char *name, void (*counters)(Text &)) {
    static bool told = false;
    const char *path = getenv("IRON_STOPWATCH_STEPS");
    if (told || !path) return;
    told = true;
    const unsigned long long bulk = iron_stopwatch_bulk_steps;
    constexpr unsigned long long grain = 256; // buffers, and what the loader takes of the stack
    unsigned long long heap = 0, stack = 0;
    if (iron_stopwatch_held) iron_stopwatch_held(&heap, &stack);
    Text text;
    const unsigned long long numbers[] = {total + bulk, bulk, heap, stack, grain};
    for (int i = 0; i < (iron_stopwatch_held ? 5 : 2); ++i) {
        if (i > 0) text.add(' ');
        text.number(numbers[i]);
    }
    add_where(text, name, counters);
    text.add('\n');
    const int file = open(path, O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0600);
    if (file < 0 || !written(file, text.begin(), text.size())) _exit(114);
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

inline bool filled(int file, void *to, std::size_t size) {
    char *at = static_cast<char *>(to);
    while (size > 0) {
        const ssize_t got = read(file, at, size);
        if (got < 0 && errno == EINTR) continue;
        if (got <= 0) return false;
        at += got, size -= static_cast<std::size_t>(got);
    }
    return true;
}

// Runs `call(context)` in a process of its own, so that every counted call finds the same memory: it reads
// its input there, too, and then says iron_stopwatch_count_anew(). Where a block that grows can stay, and
// where it has to be copied, hangs on what was allocated before. Tells the steps and the bulk work of library
// calls. Returns what `call` returned; ends this process the way the other one ended where that crashed.
// `start`: forgets what was counted; `total`: blocks since; `name`, `counters`: where those were.
inline int count_call(void (*start)(), unsigned long long (*total)(), const char *name,
                      void (*counters)(Text &), int (*call)(void *), void *context, unsigned long long *steps,
                      unsigned long long *bulk) {
    int channel[2];
    if (pipe(channel) != 0) std::_Exit(114);
    const pid_t child = fork();
    if (child < 0) std::_Exit(114);
    if (child == 0) {
        start();
        const int status = call(context);
        unsigned long long counted[3] = {total(), iron_stopwatch_bulk_steps, 0};
        Text text;
        add_where(text, name, counters);
        counted[2] = text.size();
        std::_Exit(written(channel[1], reinterpret_cast<const char *>(counted), sizeof counted) &&
                           written(channel[1], text.begin(), text.size())
                       ? status
                       : 114);
    }
    close(channel[1]);
    unsigned long long counted[3] = {};
    if (said) munmap(said, said_bytes);
    said = nullptr;
    if (filled(channel[0], counted, sizeof counted)) {
        said_bytes = counted[2] + 1;
        void *const room =
            mmap(nullptr, said_bytes, PROT_READ | PROT_WRITE, MAP_PRIVATE | MAP_ANONYMOUS, -1, 0);
        if (room == MAP_FAILED) std::_Exit(114);
        said = static_cast<char *>(room);
        if (!filled(channel[0], said, counted[2])) std::_Exit(114);
        said[counted[2]] = 0;
    }
    *steps = counted[0];
    *bulk = counted[1];
    close(channel[0]);
    const int status = status_of(child);
    if (status > 2) std::_Exit(status);
    return status;
}

} // namespace iron_stopwatch_receiver

extern "C" inline __attribute__((used)) const char *iron_stopwatch_where() {
    return iron_stopwatch_receiver::said ? iron_stopwatch_receiver::said : "";
}
