// How often each line runs in a call, as a person would count.
#include <set>

#include "lab/bench.h"
#include "support/scans.h"

namespace iron::test {
namespace {

TEST(CountedLines, TheOneBeforeALoopRunsAsOftenAsItIsReached) {
    const ProblemFolder folder;
    folder.write(
        "chain.cpp",
        "#include <iostream>\n\nstruct Mark {\n    long long level;\n    Mark *next = nullptr;\n};\n\n"
        "int main() {\n    int n;\n    std::cin >> n;\n    Mark *first = nullptr;\n"
        "    long long top = 0;\n    for (int i = 0; i < n; ++i) {\n        long long level;\n"
        "        std::cin >> level;\n        Mark **at = &first;\n        while (*at)\n"
        "            at = &(*at)->next;\n        *at = new Mark{level};\n"
        "        if (i == 0 || level > top) top = level;\n    }\n"
        "    std::cout << top << std::endl;\n}\n");
    folder.levels("[solutions.chain]\nsource = \"chain.cpp\"\ntime = \"O(n)\"\n");
    const double n = 100;
    SpotCounts counts = Bench(folder).spots("chain", n);
    EXPECT_EQ(counts["15"], n);
    EXPECT_EQ(counts["17"], n * (n + 1) / 2);
    EXPECT_EQ(counts["18"], n * (n - 1) / 2);
}

TEST(CountedLines, OfPythonRunAsOftenAsAPersonWouldCount) {
    const ProblemFolder folder;
    folder.write("told.py", R"(import iron_stopwatch


class Mast:
    def __init__(self, height):
        """Metres."""
        self.height = height


def solve(levels):
    """The highest."""
    top: int
    for level in levels:
        if level < 0:
            break
    else:
        top = 0
    at = 0
    while at < len(levels):
        at += 1
        if at % 2:
            continue
        masts = Mast(at)
    squares = [level * level for level in levels if level % 2]
    by_height = sorted(levels, key=lambda level: -level)
    try:
        levels[len(levels)]
    except IndexError:
        top = max(levels)
    while True:
        at -= 1
        if at == 0: break
    for level in levels: at += level
    return top


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
)");
    folder.write("stopwatch.toml",
                 "[sizes]\nn = { from = 2, to = 5000 }\n[shapes.calm]\ntext = \"{n}\\n{permutation(n)}\"\n"
                 "[solutions.told]\nsource = \"told.py\"\n");
    SpotCounts counts = Bench(folder).spots("told", 64);
    const std::map<std::string, std::int64_t> expected = {
        {"7", 32},  {"13", 65}, {"14", 64}, {"17", 1},  {"18", 1},  {"19", 65}, {"20", 64},
        {"21", 64}, {"22", 32}, {"23", 32}, {"24", 65}, {"25", 65}, {"26", 1},  {"27", 1},
        {"28", 1},  {"29", 1},  {"30", 1},  {"31", 64}, {"32", 64}, {"33", 65}, {"34", 1}};
    for (const auto &[line, count] : expected)
        EXPECT_EQ(counts[line], count) << line;
    EXPECT_FALSE(counts.contains("12")); // a name without a value
    EXPECT_FALSE(counts.contains("6"));
}

TEST(CountedLines, BuiltInsAreCountedByWhatTheyDidNotByHowLongTheirOwnerIs) {
    const ProblemFolder folder;
    folder.write("built.py", R"(import bisect, heapq
import iron_stopwatch


def solve(levels):
    stack, both, seen, front, text = list(levels), [], set(), list(levels), ""
    while stack:
        stack.pop()
    for level in levels:
        both.extend((level, level))
    for at in range(len(levels)):
        seen = seen | {at}
    rising = sorted(range(len(levels)))
    while front:
        del front[0]
    for at in range(len(levels)):
        bisect.insort(rising, len(levels))
    for level in levels:
        text += "x"
    heap = []
    for at in range(len(levels)):
        heapq.heappush(heap, at)
    for _ in heapq.merge(rising, rising):
        pass
    return max(levels, default=0)


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
)");
    folder.write("built.js", R"(const { serve } = require("iron_stopwatch");
function solve(levels) {
  let all = [], by = {};
  for (const level of levels)
    all = [...all, level];
  new Set(all);
  for (let at = 0; at < levels.length; ++at)
    by = { ...by, ["k" + at]: at };
  const rising = levels.map((level, at) => at).sort((a, b) => a - b);
  while (rising.length) rising.pop();
  const left = all.join(), right = all.join();
  if (left === right /* as far as they are alike */) all.push(0);
  return levels.reduce((a, b) => (a > b ? a : b), 0);
}
serve({ read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1), solve, write: String });
)");
    folder.write("Built.java", R"(import java.util.*;
class Built {
    static int[] made;
    static int[][] grid;
    static List<Integer> read(String text) {
        List<Integer> levels = new ArrayList<>();
        for (String word : text.split("\\s+")) if (!word.isEmpty()) levels.add(Integer.parseInt(word));
        return levels.subList(1, levels.size());
    }
    static int solve(List<Integer> levels) {
        made = new int[levels.size()];
        grid = new int[4][levels.size()];
        int[] copy = made.clone();
        if (!Arrays.equals(made, copy)) return -1;
        TreeSet<Integer> rising = new TreeSet<>();
        for (int at = 0; at < levels.size(); ++at) rising.add(at);
        return levels.isEmpty() ? 0 : Collections.max(levels);
    }
    public static void main(String[] arguments) {
        IronStopwatch.serve(Built::read, Built::solve, String::valueOf);
    }
}
)");
    folder.write(
        "stopwatch.toml",
        "title = \"Sum\"\n[sizes]\nn = { from = 1, to = 64 }\n[shapes.calm]\n"
        "text = \"\"\"\n{n}\n{integers(n, 0, 1000)}\n\"\"\"\n[solutions.python]\nsource = \"built.py\"\n"
        "[solutions.javascript]\nsource = \"built.js\"\n[solutions.java]\nsource = \"Built.java\"\n");
    Bench bench(folder);
    SpotCounts python = bench.spots("python", 64), javascript = bench.spots("javascript", 64),
               java = bench.spots("java", 64);
    EXPECT_EQ(java["11 new"], 64 * 4 / 16); // bytes that are zeroed
    EXPECT_EQ(java["12 new"], 4 * 64 * 4 / 16);
    EXPECT_EQ(java["13 clone"], 64 * 4 / 16);
    EXPECT_GE(java["14 equals"], 64 * 4 / 16);
    EXPECT_GE(java["16 add"], 64 * 5);        // halvings of a tree
    EXPECT_EQ(python.count("8 pop"), 0u);     // from the end: nothing moves
    EXPECT_EQ(python["10 extend"], 64);       // two elements each
    EXPECT_EQ(python["12 |"], 64 * 65 / 2);   // both sets, each time
    EXPECT_EQ(python["13 sorted"], 63 + 64);  // of what is sorted: a comparison for each pair of neighbours
    EXPECT_EQ(python["15 del"], 64 * 65 / 4); // all behind the first, two a step
    EXPECT_GE(python["17 insort_right"], 64 * 6); // halving
    EXPECT_EQ(python.count("17 insert"), 0u);     // at the end
    EXPECT_EQ(python["19 +="], 64 / 16);          // sixteen letters a step
    EXPECT_GE(python["22 heappush"], 64 * 8);     // each stays where it comes to stand
    EXPECT_LE(python["22 heappush"], 64 * 16);
    EXPECT_GE(python["23 merge"], 2 * 128 * 3); // of twice 128
    EXPECT_EQ(javascript["5 ..."], 1024);       // half a step an element, 0 to 63 of them
    EXPECT_EQ(javascript["6 Set"], 64);
    EXPECT_EQ(javascript["8 {...}"], 63 * 64 / 2);
    EXPECT_EQ(javascript["9 sort"], 63 + 64);
    EXPECT_EQ(javascript.count("10 pop"), 0u);
    EXPECT_GT(javascript["12 ==="], 64 / 16);
    EXPECT_EQ(javascript["10"], 64); // the body
}

// Where nothing is asked that only the library's lines know, what they do is added up.
TEST(CountedLines, HalvingTakesAsManyStepsAddedUpAsLineByLine) {
    const ProblemFolder folder;
    const auto source = [](const std::string &by_lines) {
        return "import bisect\nfrom bisect import insort_left\nimport iron_stopwatch\n\n\ndef "
               "solve(levels):\n"
               "    kept = []\n    for level in levels:\n        bisect.insort(kept, level" +
               by_lines + ")\n        insort_left(kept, level" + by_lines +
               ")\n"
               "        bisect.bisect(kept, level, 0, len(kept) // 2" +
               by_lines +
               ")\n"
               "        bisect.bisect_left(kept, level" +
               by_lines +
               ")\n    return kept[-1] if kept else 0\n\n\n"
               "iron_stopwatch.serve(lambda text: [int(w) for w in text.split()][1:], solve, str)\n";
    };
    folder.write("added.py", source(""));
    folder.write("lines.py", source(", key=None"));
    folder.levels("[solutions.added]\nsource = \"added.py\"\n[solutions.lines]\nsource = \"lines.py\"\n");
    Bench bench(folder);
    const SpotCounts added = bench.spots("added", 200);
    EXPECT_EQ(added, bench.spots("lines", 200));
    EXPECT_GT(added.at("9 insort_right"), 200 * 7 * 4);
    EXPECT_GT(added.at("9 insert"), 200 * 50 / 4);
    EXPECT_LE(bench.space("added", 200).heap_peak_bytes, 400 * 8 * 3 / 2); // a list, as long as it has to be
}

// A text that is cut off shares its letters, and yet all of them are read when it is looked up.
// Else a quadratic walk would pass for a constant one.
TEST(CountedLines, OfAnAnswerStillToBeMadeArePartOfTheCall) {
    const ProblemFolder folder;
    folder.write("yielded.py", R"(import iron_stopwatch


def solve(levels):
    for level in levels:
        lower = 0
        for other in levels:
            lower += other < level
        yield lower


iron_stopwatch.serve(lambda text: list(map(int, text.split()[1:])), solve, lambda lower: sum(lower))
)");
    folder.write("mapped.py", R"(import iron_stopwatch


def solve(levels):
    return map(levels.count, levels)


iron_stopwatch.serve(lambda text: list(map(int, text.split()[1:])), solve, lambda met: sum(met))
)");
    folder.write("yielded.js", R"(function* solve(levels) {
  for (const level of levels) {
    let lower = 0;
    for (const other of levels) {
      lower += other < level;
    }
    yield lower;
  }
}
require("iron_stopwatch").serve({
  read: (text) => text.split(/\s+/).slice(1).filter(Boolean).map(Number),
  solve,
  write: (lower) => lower.reduce((sum, one) => sum + one, 0),
});
)");
    folder.levels("[solutions.yielded]\nsource = \"yielded.py\"\n[solutions.mapped]\nsource = \"mapped.py\"\n"
                  "[solutions.javascript]\nsource = \"yielded.js\"\n");
    Bench bench(folder);
    const double n = 60;
    EXPECT_EQ(bench.spots("yielded", n)["8"], n * n);
    EXPECT_EQ(bench.spots("mapped", n)["4 count"], n * n);
    EXPECT_GE(bench.spots("javascript", n)["5"], n * n);
}

TEST(CountedLines, TextsAreHashedLetterByLetterInJavaScript) {
    const ProblemFolder folder;
    folder.write("starts.js", R"(const { serve } = require("iron_stopwatch");
function solve(levels) {
  const text = "tide".repeat(levels.length), seen = new Set(), by = new Map(), held = {}, rows = [[1]];
  for (let i = 1; i <= levels.length; ++i) {
    const start = text.substring(0, 32 * (i % 3));
    seen.add(start);
    by.set(start, i);
    held[start] = i;
    rows[0][i - 1] = start.length;
    for (const at of rows.keys()) rows[at][0] = 0;
  }
  return new Set([text]).has(text) ? Math.max(...levels) : 0;
}
serve({ read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1), solve, write: String });
)");
    folder.levels("[solutions.starts]\nsource = \"starts.js\"\n");
    SpotCounts counts = Bench(folder).spots("starts", 99);
    const std::int64_t letters = 33 * (32 + 64) / 16;
    EXPECT_EQ(counts["6 add"], letters);
    EXPECT_EQ(counts["7 set"], letters);
    EXPECT_EQ(counts["8 [...]"], letters);
    EXPECT_EQ(counts.count("9 [...]"), 0u);
    EXPECT_EQ(counts.count("10 [...]"), 0u);
    EXPECT_EQ(counts["12 has"], 25); // of 396 letters
    EXPECT_EQ(counts["12 Set"], 1 + 25);
}

TEST(CountedLines, RecursionTemplatesAndSourcesBesideAreTold) {
    const ProblemFolder folder;
    folder.write("deeper.hpp", "#pragma once\ntemplate <class Number>\nNumber larger(Number a, Number b) {\n"
                               "    if (a > b)\n        return a;\n    return b;\n}\n");
    folder.solution("halves", "    return levels.empty() ? 0 : top(levels, 0, levels.size());",
                    "#include \"deeper.hpp\"\n"
                    "long long top(const std::vector<int> &levels, std::size_t from, std::size_t to) {\n"
                    "    if (to - from == 1)\n        return levels[from];\n"
                    "    const std::size_t middle = (from + to) / 2;\n"
                    "    return larger(top(levels, from, middle), top(levels, middle, to));\n}");
    folder.levels(ProblemFolder::table("halves", "O(n)"));
    SpotCounts counts = Bench(folder).spots("halves", 64);
    EXPECT_EQ(counts["13"], 127); // every call
    EXPECT_EQ(counts["14"], 64);
    EXPECT_EQ(counts["16"], 63);
    EXPECT_EQ(counts["deeper.hpp:3"], 63);
}

TEST(CountedLines, ThreadsSeveralSourcesAndModulesAreTold) {
    const ProblemFolder folder;
    folder.solution("threads",
                    "    long long a = 0, b = 0;\n    std::thread other([&] { a = half(levels, 0, "
                    "levels.size() / 2); });\n    b = half(levels, levels.size() / 2, levels.size());\n"
                    "    other.join();\n    return a + b;",
                    "#include <thread>\nlong long half(const std::vector<int> &, std::size_t, std::size_t);");
    folder.write("half.cpp",
                 "#include <vector>\nlong long half(const std::vector<int> &levels, std::size_t from, "
                 "std::size_t to) {\n    long long sum = 0;\n    for (auto i = from; i < to; ++i)\n"
                 "        sum += levels[i];\n    return sum;\n}\n");
    folder.write("helper.py", "def total(levels):\n    sum_so_far = 0\n    for level in levels:\n"
                              "        sum_so_far += level\n    return sum_so_far\n");
    folder.write("beside.py",
                 "import helper\nimport iron_stopwatch\n\n\ndef solve(levels):\n"
                 "    return helper.total(levels)\n\n\niron_stopwatch.serve(lambda text: [int(w) "
                 "for w in text.split()][1:], solve, str)\n");
    folder.write("stopwatch.toml", "title = \"Sum\"\n[sizes]\nn = { from = 0, to = 5000 }\n[shapes.calm]\n"
                                   "text = \"\"\"\n{n}\n{integers(n, 0, 1000)}\n\"\"\"\n[solutions.threads]\n"
                                   "source = [\"threads.cpp\", \"half.cpp\"]\nthreads = 2\n"
                                   "[solutions.beside]\nsource = \"beside.py\"\n");
    Bench bench(folder);
    SpotCounts threads = bench.spots("threads", 64), beside = bench.spots("beside", 64);
    EXPECT_EQ(threads["half.cpp:5"], 64); // in both threads
    EXPECT_EQ(threads["half.cpp:6"], 2);
    EXPECT_EQ(beside["helper.py:4"], 64);
}

void take_scans(const ProblemFolder &folder) {
    write_scans(folder);
    folder.levels(ProblemFolder::table("scan") +
                  "[solutions.python]\nsource = \"scan.py\"\n[solutions.javascript]\nsource = \"scan.js\"\n"
                  "[solutions.java]\nsource = \"Highest.java\"\n");
}

TEST(Counts, AreTheSameInEverySession) {
    const ProblemFolder folder;
    take_scans(folder);
    Bench first(folder), second(folder);
    for (const char *name : {"scan", "python", "javascript", "java"})
        for (const double n : {16, 23, 32, 64}) {
            const Measurement one = first.counted(name, n);
            EXPECT_GE(static_cast<double>(one.steps), n) << name;
            EXPECT_EQ(one.spots, second.counted(name, n).spots) << name << " " << n;
        }
}

// Where a call has a process of its own, too: there a later one is made for it.
TEST(Counts, TellALaterCallApartFromAFirst) {
    const ProblemFolder folder;
    const std::string c = "long long kept(int n) {\n    static long long table[6000];\n    static int made;\n"
                          "    for (; made <= n; ++made)\n        table[made] = made;\n"
                          "    return table[n];\n}\n",
                      loop =
                          "    long long sum = 0;\n    for (int i = 0; i < n; ++i)\n        sum += i % 7;\n"
                          "    return sum;\n";
    folder.write("kept.c", c);
    folder.write("kept.cpp", "#include <vector>\nstd::vector<long long> table;\nlong long kept(int n) {\n"
                             "    while (static_cast<int>(table.size()) <= n)\n"
                             "        table.push_back(table.size());\n    return table[n];\n}\n");
    folder.write("kept.py", "def kept(n, table=[]):\n    while len(table) <= n:\n"
                            "        table.append(len(table))\n    return table[n]\n");
    folder.write("kept.js", "const table = [];\nfunction kept(n) {\n  while (table.length <= n) {\n"
                            "    table.push(table.length);\n  }\n  return table[n];\n}\n");
    folder.write("kept.rs", "use std::sync::Mutex;\nstatic TABLE: Mutex<Vec<i64>> = Mutex::new(Vec::new());\n"
                            "fn kept(n: usize) -> i64 {\n    let mut table = TABLE.lock().unwrap();\n"
                            "    while table.len() <= n {\n        let next = table.len() as i64;\n"
                            "        table.push(next);\n    }\n    table[n]\n}\n");
    folder.write("steady.cpp", "long long kept(int n) {\n" + loop + "}\n");
    folder.write("steady.c", "long long kept(int n) {\n" + loop + "}\n");
    folder.write("steady.py", "def kept(n):\n    return sum([i % 7 for i in range(n)])\n");
    std::string problem =
        "title = \"Kept\"\ncall = \"kept(n: int) -> int\"\n[sizes]\nn = { from = 0, to = 5000 }\n"
        "[shapes.calm]\ntakes = { n = \"{n}\" }\n";
    const std::vector<std::string> keeping = {"kept.c", "kept.cpp", "kept.py", "kept.js", "kept.rs"},
                                   steady = {"steady.cpp", "steady.c", "steady.py"};
    for (const auto &names : {keeping, steady})
        for (const std::string &name : names)
            problem += "[solutions.\"" + name + "\"]\nsource = \"" + name + "\"\n";
    folder.write("stopwatch.toml", problem);
    Bench bench(folder);
    for (const std::string &name : keeping) {
        const Measurement m = bench.counted_twice(name, 1000);
        ASSERT_TRUE(m.later_steps) << name;
        EXPECT_GE(m.steps, 1000) << name;
        EXPECT_LE(*m.later_steps, 50) << name;
    }
    for (const std::string &name : steady) {
        const Measurement m = bench.counted_twice(name, 1000);
        EXPECT_EQ(m.later_steps, m.steps) << name;
        EXPECT_FALSE(m.varying) << name;
    }
}

TEST(ColdCalls, AreEachTheFirstOfAProcess) {
    const ProblemFolder folder;
    take_scans(folder);
    Bench bench(folder);
    for (const char *name : {"scan", "javascript"}) {
        std::set<int> workers;
        for (int call = 0; call < 4; ++call) {
            const Measurement m = bench.first_call(name, 100);
            EXPECT_TRUE(m.cold);
            EXPECT_EQ(m.calls, 1);
            workers.insert(m.worker);
        }
        EXPECT_EQ(workers.size(), 4u) << name;
    }
}

} // namespace
} // namespace iron::test
