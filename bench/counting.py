#!/usr/bin/env python3
"""What counting costs: the slow-down of counting builds on eight kernels, an allocation while space is read, a stack of
a million frames. Compiled by hand with the options that the tool uses (src/lab/languages). Takes about a minute."""
import os
import re
import statistics
import subprocess
import tempfile

here = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
adapters = os.path.join(here, "adapters", "cpp")

# Each returns something, so that no work can be left out.
KERNELS = {
    "sieve": "std::vector<char> v(n * 20, 1); long s = 0; for (long i = 2; i < n * 20; ++i) if (v[i]) { ++s; "
             "for (long j = i * i; j < n * 20; j += i) v[j] = 0; } return s;",
    "sort": "std::mt19937 r(1); std::vector<int> v(n * 8); for (int &x : v) x = int(r()); "
            "std::sort(v.begin(), v.end()); return v[n];",
    "matrix": "const long m = 160; std::vector<double> a(m * m, 1.5), b(a), c(m * m); for (long i = 0; i < m; ++i) "
              "for (long k = 0; k < m; ++k) for (long j = 0; j < m; ++j) c[i * m + j] += a[i * m + k] * b[k * m + j]; "
              "return long(c[7]);",
    "hash map": "std::unordered_map<long, long> m; for (long i = 0; i < n * 4; ++i) ++m[i * 7919 % (n * 2)]; "
                "return long(m.size());",
    "tree map": "std::map<long, long> m; for (long i = 0; i < n * 2; ++i) ++m[i * 7919 % n]; return long(m.size());",
    "recursion": "return fib(29);",
    "edit distance": "std::string a(n / 8, 'a'), b(n / 8, 'b'); std::vector<int> row(b.size() + 1); for (char x : a) "
                     "{ int d = row[0]; for (std::size_t j = 1; j <= b.size(); ++j) { const int u = row[j]; row[j] = "
                     "std::min({row[j] + 1, row[j - 1] + 1, d + (x != b[j - 1])}); d = u; } } return row.back();",
    "list walk": "std::vector<int> next(n * 4); for (long i = 0; i < n * 4; ++i) next[i] = int((i * 7919 + 1) % (n * 4)); "
                 "long at = 0; for (long i = 0; i < n * 20; ++i) at = next[at]; return at;",
}
HEAD = """#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <map>
#include <random>
#include <string>
#include <unordered_map>
#include <vector>
[[maybe_unused]] static long fib(long n) { return n < 2 ? n : fib(n - 1) + fib(n - 2); }
static double now() { return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count(); }
"""
TIMED = "long kernel(long n) { %s }\n" + """int main() {
    double least = 1e9;
    volatile long n = 10000, keep = 0;
    for (int i = 0; i < 12; ++i) { const double from = now(); keep = kernel(n); least = std::min(least, now() - from); }
    std::printf("%%.9f\\n", least);
    return keep == -77;
}
"""
READING = """struct iron_stopwatch_space { unsigned long long room[64]; };
extern "C" void iron_stopwatch_space_call(int (*)(void *), void (*)(void *), void *, unsigned long long,
                                          iron_stopwatch_space *);
"""
# Pairs of malloc and free, timed inside the call that is read and outside of it.
PAIRS = READING + """static double pairs(long count) {
    static void *held[64];
    const double from = now();
    for (long i = 0; i < count; ++i) { std::free(held[i % 64]); held[i % 64] = std::malloc(16 + i % 100); }
    const double took = now() - from;
    for (void *&one : held) { std::free(one); one = nullptr; }
    return took / count * 1e9;
}
static int inside(void *) { std::fprintf(stderr, "%.2f\\n", pairs(400000)); return 0; }
int main() {
    static iron_stopwatch_space space;
    pairs(100000);
    std::fprintf(stderr, "%.2f\\n", pairs(400000));
    iron_stopwatch_space_call(inside, [](void *) {}, nullptr, 8 << 20, &space);
}
"""
DEEP = READING + """static long __attribute__((noinline)) down(long n) { volatile long room = n; return n == 0 ? 0 : down(n - 1) + room; }
static int inside(void *depth) { volatile long sum = down(*static_cast<long *>(depth)); return sum == -1; }
int main() {
    static iron_stopwatch_space space;
    for (long depth : {10L, 1000000L}) {
        const double from = now();
        iron_stopwatch_space_call(inside, [](void *) {}, &depth, 1ull << 30, &space);
        std::fprintf(stderr, "%.6f\\n", now() - from);
    }
}
"""


def words(source, name):
    with open(os.path.join(here, "src", "lab", "languages", source)) as handle:
        return re.findall(r'"(\w+)"', re.search(name + r"\[\] = \{(.*?)\};", handle.read(), re.S).group(1))


counting = ["-fprofile-arcs", "-ftest-coverage", "-g", "-fprofile-update=single", "step.o", "bulk.o", "tree.o", "space.o", "-Wl,-z,now"] + [
    f"-Wl,--wrap={call}" for call in words("native.cpp", "bulk_calls") + words("c_and_cpp.cpp", "bulk_calls_of_cpp")]


def compile_(folder, name, text, options):
    with open(os.path.join(folder, name + ".cpp"), "w") as handle:
        handle.write(text)
    subprocess.run(["g++", "-O2", "-std=c++20", name + ".cpp", "-o", name, *options], cwd=folder, check=True)
    return os.path.join(folder, name)


def told(binary):
    done = subprocess.run([binary], capture_output=True, text=True, check=True)
    return [float(line) for line in (done.stdout + done.stderr).split()]


with tempfile.TemporaryDirectory() as folder:
    for part in ("step", "bulk", "tree", "space"):
        subprocess.run(["g++", "-O2", "-std=c++20", "-c", os.path.join(adapters, part + "_receiver.cpp"), "-o", part + ".o"],
                       cwd=folder, check=True)
    ratios = []
    for name, body in KERNELS.items():
        text = HEAD + TIMED % body
        binaries = compile_(folder, "plain", text, []), compile_(folder, "counted", text, counting)
        turns = [(told(binaries[0])[0], told(binaries[1])[0]) for _ in range(5)] # in turns, on the same machine
        ratios.append(min(counted for _, counted in turns) / min(plain for plain, _ in turns))
        print(f"counting build, {name}: {ratios[-1]:.2f} times the time")
    print(f"counting builds, geometric mean of {len(ratios)}: {statistics.geometric_mean(ratios):.2f}")
    binary = compile_(folder, "pairs", HEAD + PAIRS, counting)
    outside, inside = (min(values) for values in zip(*(told(binary) for _ in range(7))))
    plain = compile_(folder, "unread", HEAD + PAIRS.replace("iron_stopwatch_space_call(inside, [](void *) {}, nullptr, "
                                                            "8 << 20, &space);", "(void)inside; (void)space;"), [])
    bare = min(told(plain)[0] for _ in range(7))
    print(f"malloc and free: {bare:.1f} ns a pair, {outside:.1f} in a counting build, {inside:.1f} while space is read: "
          f"{(inside - bare) / 2:.1f} ns a call more")
    shallow, deep = (statistics.median(values) for values in
                     zip(*(told(compile_(folder, "deep", HEAD + DEEP, counting)) for _ in range(3))))
    print(f"space of a recursion 1,000,000 deep on a stack of 1 GiB: {1e3 * deep:.0f} ms, of one 10 deep "
          f"{1e3 * shallow:.1f} ms")
