// Reads the memory that one call needs: every block of heap it makes and frees, and how deep its stack goes.
// Linked by the tool into counting builds, beside the step receiver; itself built without counters.
//
// Heap: the allocation functions of the C library are replaced by ones that keep a number in the last eight
// usable bytes of each block; blocks made while a call is recorded are numbered from 1, others have 0. What
// happens is written down as one word an event; the sums are worked out afterwards. Requested sizes count,
// not what the allocator rounds them up to.
//
// Stack: the call runs on a stack of our own, painted beforehand; what is no longer painted was touched. The
// allocator has another one: how deep it goes depends on what it finds in its lists, not on the solution.
#include <cerrno>
#include <cstdint>
#include <cstdlib>
#include <cstring>
#include <malloc.h>
#include <sys/mman.h>
#include <sys/single_threaded.h>
#include <ucontext.h>
#include <unistd.h>

#include "counted_call.h"
#include "libc_allocator.h"

extern "C" {
extern unsigned long iron_stopwatch_stack_top, iron_stopwatch_stack_size; // below
}

namespace {

constexpr std::uint64_t freed = std::uint64_t{1} << 63;
constexpr std::size_t most_events = std::size_t{48} << 20; // 384 MiB, taken as needed

std::uint64_t *events = nullptr; // a size, or `freed` and a number
std::size_t event_count = 0;
std::uint64_t made = 0; // blocks numbered so far
bool recording = false;
bool overflown = false;
int guard = 0; // threads allocate too

// The C library tells when there has never been a second thread: then no atomic word has to be paid for.
void lock() {
    if (__libc_single_threaded) return;
    while (__atomic_exchange_n(&guard, 1, __ATOMIC_ACQUIRE)) {
    }
}
void unlock() { __atomic_store_n(&guard, 0, __ATOMIC_RELEASE); }

std::uint64_t &number_of(void *block) {
    return *reinterpret_cast<std::uint64_t *>(static_cast<char *>(block) + malloc_usable_size(block) -
                                              sizeof(std::uint64_t));
}

void note(std::uint64_t event) {
    if (event_count < most_events)
        events[event_count++] = event;
    else
        overflown = true;
}

std::size_t in_use = 0; // usable bytes of all live blocks

void used(std::size_t more) {
    if (__libc_single_threaded)
        in_use += more;
    else
        __atomic_fetch_add(&in_use, more, __ATOMIC_RELAXED);
}

void *numbered(void *block, std::size_t size) {
    if (!block) return block;
    used(malloc_usable_size(block));
    std::uint64_t number = 0;
    if (__builtin_expect(recording, 0)) {
        lock();
        number = ++made;
        note(size);
        unlock();
    }
    std::memcpy(&number_of(block), &number, sizeof number);
    return block;
}

void forgotten(void *block) {
    if (!block) return;
    used(-malloc_usable_size(block));
    if (!__builtin_expect(recording, 0)) return;
    std::uint64_t number;
    std::memcpy(&number, &number_of(block), sizeof number);
    if (number == 0) return;
    lock();
    note(freed | number);
    unlock();
}

using Allocation = void *(*)(std::size_t, std::size_t);
void *plain_malloc(std::size_t size, std::size_t) { return __libc_malloc(size); }
void *plain_calloc(std::size_t size, std::size_t) { return __libc_calloc(1, size); }
void *plain_memalign(std::size_t alignment, std::size_t size) { return __libc_memalign(alignment, size); }
void *plain_realloc(std::size_t block, std::size_t size) {
    return __libc_realloc(reinterpret_cast<void *>(block), size);
}
void *plain_free(std::size_t block, std::size_t) {
    __libc_free(reinterpret_cast<void *>(block));
    return nullptr;
}

alignas(64) char allocators_stack[256 << 10];

bool on_the_measured_stack() {
    const auto here = reinterpret_cast<unsigned long>(__builtin_frame_address(0));
    return here < iron_stopwatch_stack_top && here >= iron_stopwatch_stack_top - iron_stopwatch_stack_size;
}

// The allocator does its work on a stack of its own where a call is measured.
void *set_apart(Allocation allocation, std::size_t first, std::size_t second) {
#if defined(__x86_64__)
    if (__builtin_expect(recording, 0) && on_the_measured_stack()) {
        void *result;
        asm volatile("movq %%rsp, %%rbx\n\tmovq %[top], %%rsp\n\tcall *%[allocation]\n\tmovq %%rbx, %%rsp"
                     : "=&a"(result), "+D"(first), "+S"(second)
                     : [top] "r"(allocators_stack + sizeof allocators_stack), [allocation] "r"(allocation)
                     : "rbx", "rcx", "rdx", "r8", "r9", "r10", "r11", "xmm0", "xmm1", "xmm2", "xmm3", "xmm4",
                       "xmm5", "xmm6", "xmm7", "xmm8", "xmm9", "xmm10", "xmm11", "xmm12", "xmm13", "xmm14",
                       "xmm15", "cc", "memory");
        return result;
    }
#endif
    return allocation(first, second);
}

constexpr std::size_t room_for_number = sizeof(std::uint64_t);
std::size_t with_number(std::size_t size) {
    return size > SIZE_MAX - room_for_number ? SIZE_MAX : size + room_for_number;
}

} // namespace

extern "C" {

void *malloc(std::size_t size) { return numbered(set_apart(plain_malloc, with_number(size), 0), size); }
void *calloc(std::size_t count, std::size_t size) {
    std::size_t whole;
    if (__builtin_mul_overflow(count, size, &whole)) {
        errno = ENOMEM;
        return nullptr;
    }
    return numbered(set_apart(plain_calloc, with_number(whole), 0), whole);
}
void free(void *block) {
    forgotten(block);
    set_apart(plain_free, reinterpret_cast<std::size_t>(block), 0);
}
void *realloc(void *block, std::size_t size) {
    if (!block) return malloc(size);
    if (size == 0) {
        free(block);
        return nullptr;
    }
    std::uint64_t old;
    std::memcpy(&old, &number_of(block), sizeof old);
    const std::size_t before = malloc_usable_size(block);
    void *grown =
        numbered(set_apart(plain_realloc, reinterpret_cast<std::size_t>(block), with_number(size)), size);
    if (grown) used(-before);
    if (grown && old && recording) { // made anew, then the old one freed
        lock();
        note(freed | old);
        unlock();
    }
    return grown;
}
void *memalign(std::size_t alignment, std::size_t size) {
    return numbered(set_apart(plain_memalign, alignment, with_number(size)), size);
}
void *aligned_alloc(std::size_t alignment, std::size_t size) { return memalign(alignment, size); }
int posix_memalign(void **block, std::size_t alignment, std::size_t size) {
    void *got = memalign(alignment, size);
    if (!got) return ENOMEM;
    *block = got;
    return 0;
}
void *valloc(std::size_t size) { return memalign(4096, size); }
void *pvalloc(std::size_t size) { return memalign(4096, (size + 4095) / 4096 * 4096); }

struct iron_stopwatch_space {
    unsigned long long space_bytes, heap_peak_bytes, answer_bytes, stack_peak_bytes, allocations;
    int status;                // what the call returned
    unsigned long long deeper; // the paint was used up: repeat with so many bytes of it; else 0
};
}

namespace {

// Largest sum of live blocks over the whole recording, those with `skip` set left out.
unsigned long long peak_without(const std::uint64_t *sizes, const char *skip) {
    unsigned long long live = 0, peak = 0;
    std::uint64_t number = 0;
    for (std::size_t i = 0; i < event_count; ++i) {
        if (events[i] & freed) {
            const std::uint64_t gone = events[i] & ~freed;
            if (!skip[gone]) live -= sizes[gone];
        } else if (!skip[++number]) {
            live += sizes[number];
            if (live > peak) peak = live;
        }
    }
    return peak;
}

// `returned`: how many events there were when the call came back; what was freed after that is the answer's.
void work_out(std::size_t returned, iron_stopwatch_space &reading) {
    const std::size_t room = (made + 1) * sizeof(std::uint64_t);
    auto *sizes = static_cast<std::uint64_t *>(__libc_calloc(1, room));
    char *answers = static_cast<char *>(__libc_calloc(1, made + 1)),
         *none = static_cast<char *>(__libc_calloc(1, made + 1));
    if (!sizes || !answers || !none) std::_Exit(114);
    std::uint64_t number = 0;
    for (std::size_t i = 0; i < event_count; ++i)
        if (!(events[i] & freed)) sizes[++number] = events[i];
    for (std::size_t i = returned; i < event_count; ++i)
        if (events[i] & freed) {
            answers[events[i] & ~freed] = 1;
            reading.answer_bytes += sizes[events[i] & ~freed];
        }
    // Backwards: a block freed right after a larger one of the answer was made is the answer's earlier form.
    std::uint64_t latest = 0;
    for (std::size_t i = returned; i-- > 0;)
        if (!(events[i] & freed)) ++latest;
    std::uint64_t before = latest; // number of the last block made up to here
    for (std::size_t i = returned; i-- > 0;) {
        if (events[i] & freed) {
            const std::uint64_t gone = events[i] & ~freed;
            if (before > gone && answers[before] && sizes[before] > sizes[gone]) answers[gone] = 1;
        } else
            --before;
    }
    event_count = returned; // destroying the answer is not the call's work
    reading.heap_peak_bytes = peak_without(sizes, none);
    reading.space_bytes = peak_without(sizes, answers);
    reading.allocations = latest;
}

constexpr std::uint64_t paint = 0xA5C3F1E2D4B6978Aull;
constexpr std::size_t guard_bytes = 1 << 20;
constexpr std::size_t least_painted = 256 << 10;

struct OwnStack {
    char *lowest = nullptr; // above the guard
    std::size_t size = 0;
};

OwnStack own_stack(std::size_t size) {
    size = (size + 4095) / 4096 * 4096;
    char *whole = static_cast<char *>(mmap(nullptr, size + guard_bytes, PROT_READ | PROT_WRITE,
                                           MAP_PRIVATE | MAP_ANONYMOUS | MAP_NORESERVE, -1, 0));
    if (whole == MAP_FAILED || mprotect(whole, guard_bytes, PROT_NONE) != 0) std::_Exit(114);
    madvise(whole + guard_bytes, size, MADV_HUGEPAGE); // fewer faults while it is painted
    return {whole + guard_bytes, size};
}

struct Running {
    int (*call)(void *);
    void *context;
    int status;
    ucontext_t own, back;
} running;

void run_on_own_stack() { running.status = running.call(running.context); }

int call_on(const OwnStack &stack, int (*call)(void *), void *context) {
    running.call = call;
    running.context = context;
    getcontext(&running.own);
    running.own.uc_stack.ss_sp = stack.lowest;
    running.own.uc_stack.ss_size = stack.size;
    running.own.uc_link = &running.back;
    makecontext(&running.own, run_on_own_stack, 0);
    swapcontext(&running.back, &running.own);
    return running.status;
}

void paint_top(const OwnStack &stack, std::size_t bytes) {
    auto *from = reinterpret_cast<std::uint64_t *>(stack.lowest + stack.size - bytes);
    auto *to = reinterpret_cast<std::uint64_t *>(stack.lowest + stack.size);
    for (auto *at = from; at < to; ++at)
        *at = paint;
}

// Bytes touched from the top, as far as was painted.
std::size_t depth_of(const OwnStack &stack, std::size_t painted) {
    const auto *from = reinterpret_cast<const std::uint64_t *>(stack.lowest + stack.size - painted);
    const auto *to = reinterpret_cast<const std::uint64_t *>(stack.lowest + stack.size);
    while (from < to && *from == paint)
        ++from;
    return static_cast<std::size_t>(to - from) * sizeof(std::uint64_t);
}

// Bytes from the top down to the lowest page that was ever touched: the stack is fresh.
std::size_t touched_of(const OwnStack &stack) {
    const std::size_t pages = stack.size / 4096;
    auto *resident = static_cast<unsigned char *>(
        mmap(nullptr, pages, PROT_READ | PROT_WRITE, MAP_PRIVATE | MAP_ANONYMOUS, -1, 0));
    if (resident == MAP_FAILED || mincore(stack.lowest, stack.size, resident) != 0) return stack.size;
    std::size_t lowest = 0;
    while (lowest < pages && !(resident[lowest] & 1))
        ++lowest;
    return (pages - lowest) * 4096;
}

int empty_call(void *) { return 0; }

} // namespace

extern "C" {

// Bytes of heap that this process has in use.
unsigned long long iron_stopwatch_heap_in_use() { return in_use; }

// Where the stack in use begins and how large it is, for a handler that has to tell an overflow.
unsigned long iron_stopwatch_stack_top = 0, iron_stopwatch_stack_size = 0;

// Runs `call(context)` and then `destroy(context)` in a process of its own on a stack of `stack_bytes`, and
// tells what the call needed. Ends this process the way the other one ended where that crashed.
void iron_stopwatch_space_call(int (*call)(void *), void (*destroy)(void *), void *context,
                               unsigned long long stack_bytes, iron_stopwatch_space *reading) {
    // A deep call is run once more, with as much painted as it touched.
    for (std::size_t painted = least_painted;; painted = reading->deeper) {
        int channel[2];
        if (pipe(channel) != 0) std::_Exit(114);
        const pid_t child = fork();
        if (child < 0) std::_Exit(114);
        if (child == 0) {
            const OwnStack stack = own_stack(stack_bytes);
            const std::size_t bytes = painted < stack.size ? painted : stack.size;
            const std::size_t shallow = bytes < least_painted ? bytes : least_painted;
            paint_top(stack, shallow);
            call_on(stack, empty_call, nullptr);
            const std::size_t empty = depth_of(stack, shallow);
            paint_top(stack, bytes);
            events = static_cast<std::uint64_t *>(mmap(nullptr, most_events * sizeof(std::uint64_t),
                                                       PROT_READ | PROT_WRITE,
                                                       MAP_PRIVATE | MAP_ANONYMOUS | MAP_NORESERVE, -1, 0));
            if (events == MAP_FAILED) std::_Exit(114);
            madvise(events, most_events * sizeof(std::uint64_t), MADV_HUGEPAGE); // fewer faults a page
            iron_stopwatch_space own{};
            iron_stopwatch_stack_top = reinterpret_cast<unsigned long>(stack.lowest + stack.size);
            iron_stopwatch_stack_size = stack.size;
            recording = true;
            own.status = call_on(stack, call, context);
            const std::size_t returned = event_count;
            if (own.status == 0) destroy(context);
            recording = false;
            iron_stopwatch_stack_top = 0;
            if (overflown) std::_Exit(115);
            const std::size_t depth = depth_of(stack, bytes);
            if (depth + 64 > bytes && bytes < stack.size) {
                own.deeper = touched_of(stack) + 4096;
                if (own.deeper <= bytes) own.deeper = bytes + 4096;
            }
            work_out(returned, own);
            own.stack_peak_bytes = depth > empty ? depth - empty : 0;
            own.space_bytes += own.stack_peak_bytes;
            std::_Exit(write(channel[1], &own, sizeof own) == sizeof own ? 0 : 114);
        }
        close(channel[1]);
        ssize_t got;
        do
            got = read(channel[0], reading, sizeof *reading);
        while (got < 0 && errno == EINTR);
        close(channel[0]);
        const int status = iron_stopwatch_receiver::status_of(child);
        if (status != 0 || got != sizeof *reading) std::_Exit(status);
        if (!reading->deeper) return;
    }
}
}
