// Counts the work that library calls do in one go: a step a call, and one for each 16 bytes touched; n log2 n
// for a sort. Linked by the tool into counting builds with the linker's option --wrap for each name below, so
// that the solution's own calls come here; what libraries call among themselves is not seen. Steps are kept
// by the place that called, too.
#include <cstdarg>
#include <cstddef>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <malloc.h>
#include <sys/single_threaded.h>

extern "C" {
unsigned long long iron_stopwatch_bulk_steps = 0;
}

extern "C" const char __executable_start[]; // of the linker

namespace {

// Steps by the place that a call returns to: a table of open addressing, far larger than the calls that a
// program's text holds. What finds no room is told by the total alone.
struct Caller {
    std::uintptr_t place;
    unsigned long long steps;
};
constexpr std::size_t most_callers = std::size_t{1} << 14;
Caller callers[most_callers];

Caller *caller_at(std::uintptr_t place) {
    std::size_t at = (place * 0x9E3779B97F4A7C15u) >> 50;
    for (int tries = 0; tries < 64; ++tries, at = (at + 1) % most_callers) {
        std::uintptr_t known = __atomic_load_n(&callers[at].place, __ATOMIC_RELAXED);
        if (known == 0 && __atomic_compare_exchange_n(&callers[at].place, &known, place, false,
                                                      __ATOMIC_RELAXED, __ATOMIC_RELAXED))
            known = place;
        if (known == place) return &callers[at];
    }
    return nullptr;
}

inline void add(unsigned long long steps, const void *returns_to) {
    Caller *const caller = caller_at(reinterpret_cast<std::uintptr_t>(returns_to));
    if (__libc_single_threaded) {
        iron_stopwatch_bulk_steps += steps;
        if (caller) caller->steps += steps;
        return;
    }
    __atomic_fetch_add(&iron_stopwatch_bulk_steps, steps, __ATOMIC_RELAXED);
    if (caller) __atomic_fetch_add(&caller->steps, steps, __ATOMIC_RELAXED);
}

#define ADD(steps) add((steps), __builtin_return_address(0))
#define TOUCHED(bytes) ADD(1 + (bytes) / 16)

std::size_t log2_of(std::size_t n) { return n < 2 ? 1 : 63 - __builtin_clzll(n) + ((n & (n - 1)) != 0); }

// How far two texts agree, at most `most` bytes; a terminating zero ends them where `ends` is set.
std::size_t agreeing(const char *a, const char *b, std::size_t most, bool ends) {
    std::size_t i = 0;
    while (i < most && a[i] == b[i] && !(ends && a[i] == 0))
        ++i;
    return i;
}

// glibc: a block that was mapped by itself. Its pages are mapped anew as it grows, none is copied.
bool is_mapped(const void *block) {
    constexpr std::size_t mapped = 2;
    std::size_t header = 0;
    __builtin_memcpy(&header, static_cast<const char *>(block) - sizeof header, sizeof header);
    return (header & mapped) != 0;
}

} // namespace

extern "C" {

#define REAL(result, name, ...)                                                                              \
    result __real_##name(__VA_ARGS__);                                                                       \
    result __wrap_##name(__VA_ARGS__)

REAL(void *, memcpy, void *to, const void *from, std::size_t n) {
    TOUCHED(n);
    return __real_memcpy(to, from, n);
}
REAL(void *, mempcpy, void *to, const void *from, std::size_t n) {
    TOUCHED(n);
    return __real_mempcpy(to, from, n);
}
REAL(void *, memmove, void *to, const void *from, std::size_t n) {
    TOUCHED(n);
    return __real_memmove(to, from, n);
}
REAL(void *, memset, void *to, int value, std::size_t n) {
    TOUCHED(n);
    return __real_memset(to, value, n);
}
REAL(int, memcmp, const void *a, const void *b, std::size_t n) {
    const int order = __real_memcmp(a, b, n);
    TOUCHED(order == 0 ? n : agreeing(static_cast<const char *>(a), static_cast<const char *>(b), n, false));
    return order;
}
REAL(int, bcmp, const void *a, const void *b, std::size_t n) {
    const int order = __real_bcmp(a, b, n);
    TOUCHED(order == 0 ? n : agreeing(static_cast<const char *>(a), static_cast<const char *>(b), n, false));
    return order;
}
REAL(void *, memchr, const void *in, int value, std::size_t n) {
    void *found = __real_memchr(in, value, n);
    TOUCHED(found ? static_cast<std::size_t>(static_cast<char *>(found) - static_cast<const char *>(in)) : n);
    return found;
}
REAL(void *, memrchr, const void *in, int value, std::size_t n) {
    void *found = __real_memrchr(in, value, n);
    TOUCHED(found ? n - static_cast<std::size_t>(static_cast<char *>(found) - static_cast<const char *>(in))
                  : n);
    return found;
}
REAL(std::size_t, strlen, const char *text) {
    const std::size_t length = __real_strlen(text);
    TOUCHED(length);
    return length;
}
REAL(std::size_t, strnlen, const char *text, std::size_t most) {
    const std::size_t length = __real_strnlen(text, most);
    TOUCHED(length);
    return length;
}
REAL(int, strcmp, const char *a, const char *b) {
    TOUCHED(agreeing(a, b, static_cast<std::size_t>(-1), true));
    return __real_strcmp(a, b);
}
REAL(int, strncmp, const char *a, const char *b, std::size_t n) {
    TOUCHED(agreeing(a, b, n, true));
    return __real_strncmp(a, b, n);
}
REAL(char *, strcpy, char *to, const char *from) {
    TOUCHED(__real_strlen(from));
    return __real_strcpy(to, from);
}
REAL(char *, stpcpy, char *to, const char *from) {
    TOUCHED(__real_strlen(from));
    return __real_stpcpy(to, from);
}
REAL(char *, strncpy, char *to, const char *from, std::size_t n) {
    TOUCHED(n);
    return __real_strncpy(to, from, n);
}
REAL(char *, strcat, char *to, const char *from) { // it looks for the end of `to` every time
    TOUCHED(__real_strlen(to) + __real_strlen(from));
    return __real_strcat(to, from);
}
REAL(char *, strncat, char *to, const char *from, std::size_t n) {
    TOUCHED(__real_strlen(to) + __real_strnlen(from, n));
    return __real_strncat(to, from, n);
}
REAL(int, strcasecmp, const char *a, const char *b) {
    TOUCHED(agreeing(a, b, static_cast<std::size_t>(-1), true)); // but for the case of letters
    return __real_strcasecmp(a, b);
}
REAL(std::size_t, strspn, const char *text, const char *these) {
    const std::size_t length = __real_strspn(text, these);
    TOUCHED(length);
    return length;
}
REAL(std::size_t, strcspn, const char *text, const char *these) {
    const std::size_t length = __real_strcspn(text, these);
    TOUCHED(length);
    return length;
}
REAL(char *, strpbrk, const char *text, const char *these) {
    char *found = __real_strpbrk(text, these);
    TOUCHED(found ? static_cast<std::size_t>(found - text) : __real_strlen(text));
    return found;
}
REAL(void *, memmem, const void *in, std::size_t n, const void *what, std::size_t length) {
    void *found = __real_memmem(in, n, what, length);
    TOUCHED(
        (found ? static_cast<std::size_t>(static_cast<char *>(found) - static_cast<const char *>(in)) : n) +
        length);
    return found;
}
// It looks for the end of the text before it reads a word of it. ISO C's and GNU's names of one function.
int __isoc99_vsscanf(const char *text, const char *form, std::va_list list);
int __wrap___isoc99_sscanf(const char *text, const char *form, ...) {
    TOUCHED(__real_strlen(text));
    std::va_list list;
    va_start(list, form);
    const int read = __isoc99_vsscanf(text, form, list);
    va_end(list);
    return read;
}
int __wrap_sscanf(const char *text, const char *form, ...) {
    TOUCHED(__real_strlen(text));
    std::va_list list;
    va_start(list, form);
    const int read = std::vsscanf(text, form, list);
    va_end(list);
    return read;
}
REAL(char *, strdup, const char *text) {
    TOUCHED(__real_strlen(text));
    return __real_strdup(text);
}
REAL(char *, strchr, const char *in, int value) {
    char *found = __real_strchr(in, value);
    TOUCHED(found ? static_cast<std::size_t>(found - in) : __real_strlen(in));
    return found;
}
REAL(char *, strrchr, const char *in, int value) {
    TOUCHED(__real_strlen(in));
    return __real_strrchr(in, value);
}
REAL(char *, strstr, const char *in, const char *what) {
    char *found = __real_strstr(in, what);
    TOUCHED((found ? static_cast<std::size_t>(found - in) : __real_strlen(in)) + __real_strlen(what));
    return found;
}
REAL(void *, calloc, std::size_t count, std::size_t size) { // it comes back zeroed
    TOUCHED(count * size);
    return __real_calloc(count, size);
}
REAL(void *, realloc, void *block, std::size_t size) {
    const std::size_t held = block && !is_mapped(block) ? malloc_usable_size(block) : 0;
    void *grown = __real_realloc(block, size);
    TOUCHED(grown != block ? (held < size ? held : size) : 0); // only a block that moved was copied
    return grown;
}
REAL(void, qsort, void *base, std::size_t n, std::size_t size, int (*order)(const void *, const void *)) {
    ADD(1 + n * log2_of(n));
    __real_qsort(base, n, size, order);
}
REAL(void *, bsearch, const void *key, const void *base, std::size_t n, std::size_t size,
     int (*order)(const void *, const void *)) {
    ADD(log2_of(n));
    return __real_bsearch(key, base, n, size, order);
}
REAL(std::size_t, fread, void *to, std::size_t size, std::size_t n, std::FILE *file) {
    const std::size_t got = __real_fread(to, size, n, file);
    TOUCHED(got * size);
    return got;
}
REAL(std::size_t, fwrite, const void *from, std::size_t size, std::size_t n, std::FILE *file) {
    TOUCHED(size * n);
    return __real_fwrite(from, size, n, file);
}
REAL(char *, fgets, char *to, int n, std::FILE *file) {
    char *line = __real_fgets(to, n, file);
    TOUCHED(line ? __real_strlen(line) : 0);
    return line;
}
REAL(int, fputs, const char *text, std::FILE *file) {
    TOUCHED(__real_strlen(text));
    return __real_fputs(text, file);
}

void iron_stopwatch_add_bulk(unsigned long long steps, const void *returns_to) { add(steps, returns_to); }

void iron_stopwatch_each_bulk_call(void (*tell)(void *, unsigned long place, unsigned long long steps),
                                   void *to) {
    for (const Caller &caller : callers)
        if (caller.steps > 0)
            tell(to, caller.place - reinterpret_cast<std::uintptr_t>(__executable_start), caller.steps);
}
void iron_stopwatch_forget_bulk() {
    iron_stopwatch_bulk_steps = 0;
    for (Caller &caller : callers)
        caller.steps = 0;
}
}
