// What a whole program holds: the most bytes of heap at a time beyond those that were there when it began,
// and how deep its stack went. Linked by the tool into counting builds of whole programs, beside the step
// receiver.
//
// Heap: the allocation functions of the C library are replaced by ones that add up what blocks may hold.
// Stack: what lies below the first frame, where a program's start has left its marks, is painted; what is no
// longer painted at the end was touched. Below that there are pages only where the stack went, and they were
// empty.
#include <cerrno>
#include <cstddef>
#include <cstdint>
#include <cstdlib>
#include <malloc.h>
#include <sys/mman.h>
#include <sys/resource.h>
#include <sys/single_threaded.h>

#include "libc_allocator.h"

namespace {

constexpr std::size_t most_painted = std::size_t{192} << 10; // 8 MiB took longer than most programs do
constexpr std::uint64_t paint = 0x7469646567617567;

std::size_t in_use = 0, most = 0, at_start = 0;
volatile std::uint64_t *top = nullptr, *lowest = nullptr;

void *taken(void *block) {
    if (!block) return block;
    const std::size_t more = malloc_usable_size(block);
    const std::size_t now =
        __libc_single_threaded ? in_use += more : __atomic_add_fetch(&in_use, more, __ATOMIC_RELAXED);
    if (now > most) most = now; // of several threads nearly
    return block;
}

void given_back(std::size_t less) {
    if (__libc_single_threaded)
        in_use -= less;
    else
        __atomic_fetch_sub(&in_use, less, __ATOMIC_RELAXED);
}

__attribute__((constructor(101))) void begin() {
    at_start = most = in_use;
    rlimit limit{};
    if (!getenv("IRON_STOPWATCH_STEPS") || getrlimit(RLIMIT_STACK, &limit) != 0) return;
    const std::size_t room = limit.rlim_cur / 4 * 3; // arguments and environment, and room for a fault
    const std::size_t painted = room < most_painted ? room : most_painted;
    top = static_cast<volatile std::uint64_t *>(__builtin_frame_address(0)) - 64; // below this function's own
    lowest = top - painted / sizeof(std::uint64_t);
    for (volatile std::uint64_t *at = top; at > lowest;)
        *--at = paint;
}

// The lowest page of the stack.
std::uintptr_t lowest_page(std::uintptr_t from) {
    constexpr std::uintptr_t page = 4096;
    constexpr std::size_t many = 64;
    unsigned char resident[many];
    for (std::size_t pages = many; pages > 0; pages /= many)
        while (mincore(reinterpret_cast<void *>(from - pages * page), pages * page, resident) == 0)
            from -= pages * page;
    return from;
}

} // namespace

extern "C" {

void iron_stopwatch_held(unsigned long long *heap, unsigned long long *stack) {
    *heap = most - at_start;
    *stack = 0;
    if (!top) return;
    const volatile std::uint64_t *touched = lowest;
    while (touched < top && *touched == paint)
        ++touched;
    const std::uintptr_t own_page = reinterpret_cast<std::uintptr_t>(lowest) & ~std::uintptr_t{4095},
                         deepest = lowest_page(own_page);
    if (touched == lowest || deepest < own_page) {
        touched = reinterpret_cast<const volatile std::uint64_t *>(deepest);
        while (touched < lowest && *touched == 0)
            ++touched;
    }
    *stack = static_cast<unsigned long long>(top - touched) * sizeof(std::uint64_t);
}

void *malloc(std::size_t size) { return taken(__libc_malloc(size)); }
void *calloc(std::size_t count, std::size_t size) { return taken(__libc_calloc(count, size)); }
void free(void *block) {
    if (block) given_back(malloc_usable_size(block));
    __libc_free(block);
}
void *realloc(void *block, std::size_t size) {
    const std::size_t before = block ? malloc_usable_size(block) : 0;
    void *const moved = __libc_realloc(block, size);
    if (!moved && size > 0) return moved; // the old one is still there
    given_back(before);
    return taken(moved);
}
void *memalign(std::size_t alignment, std::size_t size) { return taken(__libc_memalign(alignment, size)); }
void *aligned_alloc(std::size_t alignment, std::size_t size) { return memalign(alignment, size); }
int posix_memalign(void **block, std::size_t alignment, std::size_t size) {
    void *const made = memalign(alignment, size);
    if (!made) return ENOMEM;
    *block = made;
    return 0;
}
}
