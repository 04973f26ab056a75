// Memory of a call, byte by byte.
#include <fmt/format.h>

#include "lab/bench.h"

namespace iron::test {
namespace {

const char *const top = "long long top = 0; for (int l : levels) if (l > top) top = l; ";

TEST(CountedSpace, IsExactToTheByte) {
    const ProblemFolder folder;
    const auto add = [&](const std::string &name, const std::string &before, const std::string &includes) {
        folder.solution(name, before + top + "return top;", includes);
    };
    // `keep` holds a pointer against being optimised away.
    const std::string keep =
        "#include <map>\n#include <memory>\n#include <unordered_map>\n#include <cstdlib>\nvoid "
        "keep(void *p) { asm volatile(\"\" : : \"g\"(p) : \"memory\"); }\n";
    add("nothing", "", keep);
    add("reserved", "std::vector<long long> own(levels.size()); keep(own.data()); ", keep);
    add("grown", "std::vector<int> own; for (int l : levels) own.push_back(l); keep(own.data()); ", keep);
    add("nodes",
        "std::map<int, int> own; for (std::size_t i = 0; i < levels.size(); ++i) own[static_cast<int>(i)] = "
        "1; "
        "keep(&own); ",
        keep);
    add("twice", "for (int i = 0; i < 2; ++i) { std::vector<char> own(levels.size()); keep(own.data()); } ",
        keep);
    add("leaks", "keep(std::malloc(levels.size())); ", keep);
    add("aligned", "void *p = std::aligned_alloc(4096, 8192); keep(p); std::free(p); ", keep);
    add("regrown", "void *p = std::malloc(100); keep(p); p = std::realloc(p, 1000); keep(p); std::free(p); ",
        keep);
    const auto names = {"nothing", "reserved", "grown", "nodes", "twice", "leaks", "aligned", "regrown"};
    std::string tables;
    for (const char *name : names)
        tables += ProblemFolder::table(name);
    folder.levels(tables);
    Bench bench(folder);
    for (const double n : {16.0, 128.0, 1024.0}) {
        std::map<std::string, SpaceReading> spaces;
        for (const char *name : names)
            spaces[name] = bench.space(name, n);
        // The levels, and the little that the allocator adds.
        EXPECT_GE(spaces["nothing"].input_bytes, 4 * n);
        EXPECT_LE(spaces["nothing"].input_bytes, 4 * n + 64);
        const auto heap = [&](const char *name) {
            return static_cast<double>(spaces[name].space_bytes - spaces[name].stack_peak_bytes);
        };
        EXPECT_EQ(heap("nothing"), 0);
        EXPECT_EQ(heap("reserved"), 8 * n);
        EXPECT_EQ(heap("grown"), 4 * (n + n / 2)); // the old half is there while it is copied
        EXPECT_EQ(heap("nodes"), 40 * n);
        EXPECT_EQ(heap("twice"), n);
        EXPECT_EQ(heap("leaks"), n);
        EXPECT_EQ(heap("aligned"), 8192);
        EXPECT_EQ(heap("regrown"), 1100);
        EXPECT_EQ(spaces["nodes"].allocations, n);
        EXPECT_EQ(spaces["nothing"].answer_bytes, 0);
    }
}

// The answer is no space of the call's, however it was grown; scratch freed before it was built is.
TEST(CountedSpace, TheAnswerIsSetApart) {
    const ProblemFolder folder;
    const auto source = [&](const std::string &name, const std::string &body) {
        folder.write(
            name + ".cpp",
            "#include <iron_stopwatch.hpp>\n#include <vector>\nint read(std::istream &in) { int n = 0; "
            "in >> n; return n; }\nvoid keep(void *p) { asm volatile(\"\" : : \"g\"(p) : \"memory\"); "
            "}\nstd::vector<int> solve(const int &n) { " +
                body +
                " }\nvoid write(std::ostream &out, const std::vector<int> &v) { out << v.size() << "
                "'\\n'; }\nIRON_STOPWATCH(read, solve, write)\n");
    };
    source("pushed", "std::vector<int> v; for (int i = 0; i < n; ++i) v.push_back(i); return v;");
    source("scratch", "{ std::vector<int> own(2 * n); keep(own.data()); } std::vector<int> v(n); return v;");
    source("both", "std::vector<int> own(3 * n), v(n); keep(own.data()); return v;");
    folder.write("stopwatch.toml",
                 "[sizes]\nn = { from = 0, to = 1000 }\n[shapes.calm]\ntext = \"{n}\\n\"\n" +
                     ProblemFolder::table("pushed") + ProblemFolder::table("scratch") +
                     ProblemFolder::table("both"));
    Bench bench(folder);
    for (const int n : {16, 512}) {
        std::map<std::string, SpaceReading> spaces;
        for (const char *name : {"pushed", "scratch", "both"})
            spaces[name] = bench.space(name, n);
        EXPECT_GE(spaces["pushed"].input_bytes, 0); // a number by itself
        EXPECT_LE(spaces["pushed"].input_bytes, 32);
        const auto heap = [&](const char *name) {
            return spaces[name].space_bytes - spaces[name].stack_peak_bytes;
        };
        EXPECT_EQ(heap("pushed"), 0);
        EXPECT_EQ(heap("scratch"), 8 * n);
        EXPECT_EQ(heap("both"), 12 * n);
        for (const char *name : {"pushed", "scratch", "both"})
            EXPECT_GE(spaces[name].answer_bytes, 4 * n) << name;
    }
}

TEST(CountedSpace, TheAllocatorsStackIsNotTheSolutions) {
    const ProblemFolder folder;
    // A large block is mapped, a small one lies in a list: the allocator goes deeper for the one.
    folder.write(
        "block.cpp",
        "#include <iron_stopwatch.hpp>\n#include <cstdlib>\nint read(std::istream &in) { int n = 0; in >> "
        "n; return n; }\nint solve(const int &n) { void *p = std::malloc(16 * n); asm volatile(\"\" : : "
        "\"g\"(p) : \"memory\"); std::free(p); return n; }\nvoid write(std::ostream &out, const int &v) { "
        "out << v << '\\n'; }\nIRON_STOPWATCH(read, solve, write)\n");
    folder.write("stopwatch.toml",
                 "[sizes]\nn = { from = 1, to = 100_000 }\n[shapes.calm]\ntext = \"{n}\\n\"\n" +
                     ProblemFolder::table("block"));
    Bench bench(folder);
    const std::int64_t frames = bench.space("block", 1).stack_peak_bytes;
    for (const double n : {16, 100, 1000, 5000, 20'000, 100'000})
        EXPECT_EQ(bench.space("block", n).stack_peak_bytes, frames) << n;
}

// Python keeps 2,000 freed tuples, and gives those away first.
TEST(CountedSpace, OfTuplesIsSeenThoughSomeWereFreedBefore) {
    const ProblemFolder folder;
    folder.write("pairs.py",
                 "import iron_stopwatch\n\n\ndef solve(rows):\n    return len(list(zip(rows, rows)))"
                 "\n\n\niron_stopwatch.serve(lambda text: [[word] for word in text.split()[1:]], "
                 "solve, str)\n");
    folder.levels("[solutions.pairs]\nsource = \"pairs.py\"\nspace = \"O(n)\"\n");
    Bench bench(folder);
    for (const double n : {16, 128, 512, 1000})
        if (const SpaceReading space = bench.space("pairs", n); n >= 128)
            EXPECT_GE(static_cast<double>(space.space_bytes), 56 * n) << n;
}

// They are given back beside the engine's work: what died with the call was taken for the answer.
TEST(CountedSpace, OfTypedArraysIsNoAnswer) {
    const ProblemFolder folder;
    folder.write(
        "table.js",
        "const { serve } = require(\"iron_stopwatch\");\nfunction solve(rows) {\n  const all = "
        "rows.map(() => new Float64Array(64));\n  return all.reduce((sum, one) => sum + one.length, 0);\n}\n"
        "serve({ read: (text) => text.split(/\\s+/).filter((word) => word).slice(1), solve, write: String "
        "});\n");
    folder.levels("[solutions.table]\nsource = \"table.js\"\nspace = \"O(n)\"\n");
    Bench bench(folder);
    for (const double n : {16, 128, 512, 1000}) {
        const SpaceReading space = bench.space("table", n);
        EXPECT_LT(space.answer_bytes, 16384) << n;
        EXPECT_GE(static_cast<double>(space.space_bytes), 512 * n - 4096) << n;
        EXPECT_LE(static_cast<double>(space.space_bytes), 1024 * n + 65536) << n;
    }
}

// The engine holds garbage as long as it likes; none of it counts, and nothing that was held is missed.
TEST(CountedSpace, OfJavaScriptIsWhatIsHeldAtATime) {
    const ProblemFolder folder;
    const std::string head = "const { serve } = require(\"iron_stopwatch\");\n";
    const std::string tail =
        "serve({ read: (text) => Number(text.split(/\\s+/)[0]), solve, write: String });\n";
    std::string tables;
    for (const auto &[name, text] : std::map<std::string, std::string>{
             {"passing",
              "function solve(n) {\n  const met = new Map();\n  for (let i = 0; i < 20 * n; i++) {\n    "
              "met.set(i, [i]);\n    if (met.size > 50) met.delete(i - 50);\n  }\n  return met.size;\n}\n"},
             {"listed", "const solve = (n) => {\n  const all = [];\n  for (let i = 0; i < n; i++) all.push({ "
                        "i, j: i });\n"
                        "  return all.length;\n};\n"},
             // Never there when a loop turns.
             {"copied",
              "function solve(n) {\n  const all = Array.from({ length: n }, (_, i) => i);\n  let sum = 0;\n"
              "  for (let i = 0; i < 9; i++) sum += Math.max(...all.slice().concat(all));\n  return "
              "sum;\n}\n"},
             {"called", "const depth = (n) => n === 0 ? 0 : 1 + depth(n - 1);\nfunction solve(n) { return "
                        "depth(4 * n); "
                        "}\n"}}) {
        folder.write(name + ".js", head + text + tail);
        tables += fmt::format("[solutions.{0}]\nsource = \"{0}.js\"\nspace = \"O(n)\"\n", name);
    }
    folder.levels(tables);
    Bench bench(folder);
    for (const double n : {500, 1000, 2000}) {
        const auto bytes = [&](const char *name) {
            return static_cast<double>(bench.space(name, n).space_bytes);
        };
        EXPECT_LE(bytes("passing"), 80'000) << n;
        EXPECT_GE(bytes("listed"), 40 * n - 8192) << n;
        EXPECT_LE(bytes("listed"), 80 * n + 16384) << n;
        EXPECT_GE(bytes("copied"), 30 * n - 8192) << n; // all, its copy and both in one
        EXPECT_LE(bytes("copied"), 80 * n + 16384) << n;
        if (n > 500)
            EXPECT_GE(bytes("called"), 300 * n - 131072)
                << n; // what a process has from its start shows nothing
    }
    EXPECT_LE(bench.space("listed", 2000).grain_bytes, 16384);
}

TEST(CountedSpace, OfJavaIsWhatIsHeldAtATime) {
    const ProblemFolder folder;
    std::string tables;
    for (const auto &[name, body] : std::map<std::string, std::string>{
             {"Passing",
              "Map<Integer, int[]> met = new HashMap<>();\n        for (int i = 0; i < 20 * n; i++) {\n      "
              "      "
              "met.put(i, new int[] {i});\n            if (met.size() > 50) met.remove(i - 50);\n        }\n"
              "        return met.size();"},
             {"Listed", "List<int[]> all = new ArrayList<>();\n        for (int i = 0; i < n; i++) "
                        "all.add(new int[] {i, i});\n"
                        "        return all.size();"},
             {"Copied",
              "int[] all = new int[n];\n        int sum = 0;\n        for (int i = 0; i < 9; i++) sum += "
              "Arrays.stream(Arrays.copyOf(all.clone(), 2 * n)).max().getAsInt();\n        return sum;"},
             {"Called", "return depth(4 * n);\n    }\n    static int depth(int n) {\n        return n == 0 ? "
                        "0 : 1 + depth(n - 1);"}}) {
        folder.write(
            name + ".java",
            "import java.util.*;\npublic class " + name +
                " {\n    static int solve(int n) throws Exception {\n        " + body +
                "\n    }\n    public static void main(String[] arguments) throws Exception {\n        "
                "IronStopwatch.serve(text -> Integer.parseInt(text.trim().split(\"\\\\s+\")[0]), " +
                name + "::solve, String::valueOf);\n    }\n}\n");
        tables += fmt::format("[solutions.{0}]\nsource = \"{0}.java\"\nspace = \"O(n)\"\n", name);
    }
    folder.levels(tables);
    Bench bench(folder);
    for (const double n : {500, 1000, 2000}) {
        const auto bytes = [&](const char *name) {
            return static_cast<double>(bench.space(name, n).space_bytes);
        };
        EXPECT_LE(bytes("Passing"), 20'000) << n;
        EXPECT_GE(bytes("Listed"), 28 * n - 8192) << n; // an array of two, and a place in the list
        EXPECT_LE(bytes("Listed"), 44 * n + 16384) << n;
        EXPECT_GE(bytes("Copied"), 16 * n - 8192) << n; // all, its clone, and twice as much
        EXPECT_LE(bytes("Copied"), 32 * n + 16384) << n;
        EXPECT_GE(bytes("Called"), 100 * n) << n;
    }
    EXPECT_LE(bench.space("Listed", 2000).grain_bytes, 4096);
}

TEST(CountedSpace, OfASortIsTheSortsOwnNotWhatCountingItTakes) {
    const ProblemFolder folder;
    folder.write("again.py",
                 "import iron_stopwatch\n\n\ndef solve(levels):\n    levels.sort()\n    return "
                 "levels[-1] if levels else 0\n\n\niron_stopwatch.serve(lambda text: sorted(int(word) "
                 "for word in text.split()[1:]), solve, str)\n"); // in order already
    folder.write("stopwatch.toml", "title = \"Top\"\n[sizes]\nn = { from = 1, to = 4096 }\n"
                                   "[shapes.calm]\ntext = \"\"\"\n{n}\n{permutation(n)}\n\"\"\"\n"
                                   "[solutions.again]\nsource = \"again.py\"\nspace = \"O(1)\"\n");
    EXPECT_LT(Bench(folder).space("again", 4096).space_bytes, 4096);
}

} // namespace
} // namespace iron::test
