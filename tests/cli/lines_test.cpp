// Where the growth lives, through the built program: the line that breaks a claim, in six languages.
#include <map>
#include <sstream>

#include "cli/folder.h"
#include "records/journal.h"
#include "support/schema.h"
#include "views/text.h"

namespace iron::test {
namespace {

// How often each spot ran at a size.
SpotCounts counts_at(const Folder &folder, const std::string &solution, double n) {
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
        if (m.solution == solution && m.kind == MeasuredKind::counting && m.sizes.at("n") == n)
            return m.spots;
    return {};
}

nlohmann::json claim_of(const Folder &folder, const std::string &solution) {
    for (const auto &claim : folder.list("claims.json", "claims"))
        if (claim.at("solution") == solution) return claim;
    return nullptr;
}

struct Written {
    const char *file, *text;
    int line; // that breaks O(n), or the one below
};

// Every pair of levels, each language's own loops, one below the other.
const std::map<std::string, Written> pairs = {
    {"in-c",
     {"pairs.c",
      "#include <stdio.h>\nint v[200001];\nint main(void) {\n    int n, top = 0;\n    scanf(\"%d\", &n);\n"
      "    for (int i = 0; i < n; ++i)\n        scanf(\"%d\", &v[i]);\n    for (int i = 0; i < n; ++i) {\n"
      "        int best = 1;\n        for (int j = 0; j < n; ++j)\n            best &= v[j] <= v[i];\n"
      "        if (best)\n            top = v[i];\n    }\n    printf(\"%d\\n\", top);\n}\n",
      10}},
    {"in-javascript",
     {"pairs.js",
      "const words = require(\"fs\").readFileSync(0, \"utf8\").split(/\\s+/).filter((word) => word);\n"
      "const levels = words.map(Number).slice(1);\nlet top = 0;\nfor (const level of levels) {\n"
      "  let best = true;\n  for (const other of levels) {\n    best &&= other <= level;\n  }\n"
      "  if (best) {\n    top = level;\n  }\n}\nconsole.log(top);\n",
      7}},
    {"in-rust",
     {"pairs.rs",
      "use std::io::Read;\nfn main() {\n    let mut text = String::new();\n"
      "    std::io::stdin().read_to_string(&mut text).unwrap();\n"
      "    let levels: Vec<i64> = text.split_whitespace().skip(1).map(|w| w.parse().unwrap()).collect();\n"
      "    let mut top = 0;\n    for i in 0..levels.len() {\n        let mut best = true;\n"
      "        for j in 0..levels.len() {\n            if levels[j] > levels[i] {\n                best = "
      "false;\n"
      "            }\n        }\n        if best {\n            top = levels[i];\n        }\n    }\n"
      "    println!(\"{}\", top);\n}\n",
      9}},
};

TEST(Lines, OfWholeProgramsTheOneThatBreaksAClaimIsNamed) {
    const Folder folder;
    std::string tables;
    for (const auto &[name, written] : pairs) {
        folder.write(written.file, written.text);
        tables += "[solutions." + name + "]\nsource = \"" + written.file + "\"\ntime = \"O(n)\"\n";
    }
    folder.levels(tables);
    const Ran ran =
        folder.run_until([&] { return folder.all_decided(); },
                         {"run", "--budget", "4s", "--upto", "n=3000", "--shapes", "calm", "--quiet"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    for (const auto &[name, written] : pairs) {
        const auto claim = claim_of(folder, name);
        EXPECT_EQ(claim.at("verdict"), "exceeded") << name;
        const std::string reason = claim.at("reason");
        EXPECT_TRUE(reason.find(fmt::format("line {} ", written.line)) != std::string::npos ||
                    reason.find(fmt::format("line {} ", written.line + 1)) != std::string::npos)
            << name << ": " << reason;
    }
    EXPECT_EQ(folder.run({"lines", "--quiet"}).status, 0);
    EXPECT_EQ(violations(folder.json("lines.json"), "lines"), "");
}

TEST(Lines, TheOneBeforeALoopRunsAsOftenAsItIsReached) {
    const Folder folder;
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
    SpotCounts counts;
    const Ran ran = folder.run_until([&] { return !(counts = counts_at(folder, "chain", n)).empty(); },
                                     {"run", "--budget", "1s", "--upto", "n=100", "--shapes", "calm"});
    ASSERT_LT(ran.status, 2) << ran.err;
    EXPECT_EQ(counts["15"], n) << ran.out << ran.err;
    EXPECT_EQ(counts["17"], n * (n + 1) / 2);
    EXPECT_EQ(counts["18"], n * (n - 1) / 2);
}

TEST(Lines, RunAsOftenAsAPersonWouldCount) {
    const Folder folder;
    folder.solution("half",
                    "    long long top = 0;\n    const int n = static_cast<int>(levels.size());\n"
                    "    for (int i = 0; i < n; ++i)\n        for (int j = i + 1; j < n; ++j)\n"
                    "            top = std::max<long long>(top, levels[i] > levels[j] ? levels[i] : "
                    "levels[j]);\n    return n == 1 ? levels[0] : top;",
                    "#include <algorithm>");
    folder.write(
        "half.py",
        "import iron_stopwatch\n\ndef solve(levels):\n    top = levels[0] if levels else 0\n"
        "    for i in range(len(levels)):\n        for j in range(i):\n"
        "            top = max(top, levels[j])\n        top = max(top, levels[i])\n    return top\n\n"
        "iron_stopwatch.serve(lambda text: [int(w) for w in text.split()][1:], solve, str)\n");
    folder.levels(Folder::table("half", "O(n log n)") +
                  "[solutions.half-py]\nsource = \"half.py\"\ntime = \"O(n log n)\"\n");
    const auto all_have_forms = [&] { // that takes more places than growth does
        const auto claims = folder.list("claims.json", "claims");
        return std::all_of(claims.begin(), claims.end(), [](const auto &claim) {
            return claim.at("reason").template get<std::string>().find(" times") != std::string::npos;
        });
    };
    const Ran ran = folder.run_until(
        all_have_forms, {"run", "--budget", "3s", "--upto", "n=2000", "--shapes", "calm", "--quiet"});
    const double n = 64;
    // Body lines of the loops; what stands before them in the source is the helper's.
    const int first = 12;
    SpotCounts counts = counts_at(folder, "half", n);
    EXPECT_EQ(counts[fmt::format("{}", first + 5)], n * (n - 1) / 2) << ran.out;
    EXPECT_EQ(counts[fmt::format("{}", first + 3)], n + 1);
    counts = counts_at(folder, "half-py", n);
    EXPECT_EQ(counts["7"], n * (n - 1) / 2);
    EXPECT_EQ(counts["8"], n);
    EXPECT_EQ(counts["9"], 1);
    for (const auto &claim : folder.list("claims.json", "claims"))
        expect_contains(claim.at("reason"),
                        "runs n (n + 1) / 2 times"); // each line asks once more than it goes on
    const std::string out = folder.run({"lines", "half-py", "--at", "n=64"}).out;
    expect_contains(out, "n = 64");
    expect_contains(out, "2,016  n (n - 1) / 2");
    expect_contains(out, "> breaks O(n log n)");
    std::istringstream lines(out);
    for (std::string line; std::getline(lines, line);)
        EXPECT_LE(width_of(line), 80u) << line;
}

TEST(Lines, WorkOfTheLibraryBelongsToTheLineThatCalls) {
    const Folder folder;
    folder.solution("sorts",
                    "    if (levels.empty()) return 0;\n    std::vector<int> copy = levels;\n"
                    "    std::sort(copy.begin(), copy.end());\n    return copy.back();",
                    "#include <algorithm>");
    folder.write("Sorts.java", R"(import java.util.*;
class Sorts {
    static List<Integer> read(String text) {
        List<Integer> levels = new ArrayList<>();
        for (String word : text.split("\\s+")) if (!word.isEmpty()) levels.add(Integer.parseInt(word));
        return levels.subList(1, levels.size());
    }
    static int solve(List<Integer> levels) {
        List<Integer> copy = new ArrayList<>(levels);
        Collections.sort(copy, (a, b) -> a - b);
        return copy.isEmpty() ? 0 : copy.get(copy.size() - 1);
    }
    public static void main(String[] arguments) {
        IronStopwatch.serve(Sorts::read, Sorts::solve, String::valueOf);
    }
}
)");
    folder.levels(Folder::table("sorts", "O(n)") +
                  "[solutions.sorts-java]\nsource = \"Sorts.java\"\ntime = \"O(n)\"\n");
    folder.run_until([&] { return folder.all_decided() && !counts_at(folder, "sorts-java", 64).empty(); },
                     {"run", "--budget", "4s", "--upto", "n=20000", "--shapes", "calm", "--quiet"});
    for (const auto &claim : folder.list("claims.json", "claims")) {
        EXPECT_EQ(claim.at("verdict"), "exceeded") << claim;
        // In Java the comparison on the same line runs as often as the sort calls it. How many logarithms
        // there are, eleven inputs do not always tell.
        expect_contains(claim.at("reason"),
                        claim.at("solution") == "sorts" ? "(sort) grows like n log" : "line 10 ");
    }
    SpotCounts java = counts_at(folder, "sorts-java", 64);
    EXPECT_GT(java["10 sort"], 64);
    EXPECT_GT(java["10"], 64); // the comparison, which the library calls
    EXPECT_EQ(java["11"], 1);
}

TEST(Lines, OfPythonRunAsOftenAsAPersonWouldCount) {
    const Folder folder;
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
    folder.run_until([&] { return counts_at(folder, "told", 64).size() > 0; },
                     {"run", "--budget", "2s", "--quiet"});
    SpotCounts counts = counts_at(folder, "told", 64);
    const std::map<std::string, std::int64_t> expected = {
        {"7", 32},  {"13", 65}, {"14", 64}, {"17", 1},  {"18", 1},  {"19", 65}, {"20", 64},
        {"21", 64}, {"22", 32}, {"23", 32}, {"24", 65}, {"25", 65}, {"26", 1},  {"27", 1},
        {"28", 1},  {"29", 1},  {"30", 1},  {"31", 64}, {"32", 64}, {"33", 65}, {"34", 1}};
    for (const auto &[line, count] : expected)
        EXPECT_EQ(counts[line], count) << line;
    EXPECT_FALSE(counts.contains("12")); // a name without a value
    EXPECT_FALSE(counts.contains("6"));
}

TEST(Lines, BuiltInsAreCountedByWhatTheyDidNotByHowLongTheirOwnerIs) {
    const Folder folder;
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
    const std::vector<std::string> names = {"python", "javascript", "java"};
    folder.write(
        "stopwatch.toml",
        "title = \"Sum\"\n[sizes]\nn = { from = 1, to = 64, measured_from = 64 }\n[shapes.calm]\n"
        "text = \"\"\"\n{n}\n{integers(n, 0, 1000)}\n\"\"\"\n[solutions.python]\nsource = \"built.py\"\n"
        "[solutions.javascript]\nsource = \"built.js\"\n[solutions.java]\nsource = \"Built.java\"\n");
    folder.run_until(
        [&] {
            return std::all_of(names.begin(), names.end(),
                               [&](const std::string &name) { return !counts_at(folder, name, 64).empty(); });
        },
        {"run", "--budget", "3s", "--quiet"});
    SpotCounts python = counts_at(folder, "python", 64), javascript = counts_at(folder, "javascript", 64),
               java = counts_at(folder, "java", 64);
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

TEST(Lines, RecursionTemplatesAndSourcesBesideAreTold) {
    const Folder folder;
    folder.write("deeper.hpp", "#pragma once\ntemplate <class Number>\nNumber larger(Number a, Number b) {\n"
                               "    if (a > b)\n        return a;\n    return b;\n}\n");
    folder.solution("halves", "    return levels.empty() ? 0 : top(levels, 0, levels.size());",
                    "#include \"deeper.hpp\"\n"
                    "long long top(const std::vector<int> &levels, std::size_t from, std::size_t to) {\n"
                    "    if (to - from == 1)\n        return levels[from];\n"
                    "    const std::size_t middle = (from + to) / 2;\n"
                    "    return larger(top(levels, from, middle), top(levels, middle, to));\n}");
    folder.levels(Folder::table("halves", "O(n)"));
    folder.run_until([&] { return folder.all_decided(); },
                     {"run", "--budget", "2s", "--upto", "n=4096", "--shapes", "calm", "--quiet"});
    SpotCounts counts = counts_at(folder, "halves", 64);
    EXPECT_EQ(counts["13"], 127); // every call
    EXPECT_EQ(counts["14"], 64);
    EXPECT_EQ(counts["16"], 63);
    EXPECT_EQ(counts["deeper.hpp:3"], 63);
    expect_contains(folder.run({"lines", "halves"}).out, "deeper.hpp");
}

TEST(Lines, ThreadsSeveralSourcesAndModulesAreTold) {
    const Folder folder;
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
    folder.run_until(
        [&] { return counts_at(folder, "threads", 64).size() && counts_at(folder, "beside", 64).size(); },
        {"run", "--budget", "2s", "--quiet"});
    EXPECT_EQ(counts_at(folder, "threads", 64)["half.cpp:5"], 64); // in both threads
    EXPECT_EQ(counts_at(folder, "threads", 64)["half.cpp:6"], 2);
    EXPECT_EQ(counts_at(folder, "beside", 64)["helper.py:4"], 64);
    folder.write("half.cpp", "// another\n" + folder.read("half.cpp"));
    const Ran changed = folder.run({"lines", "threads"});
    expect_contains(changed.err, "the sources of threads have changed");
    EXPECT_EQ(changed.out.find("sum += levels[i]"), std::string::npos);
}

TEST(Lines, WhatIsMissingOrWrongIsAnErrorWithAdvice) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    EXPECT_EQ(folder.run({"lines"}).status, 2); // nothing measured
    folder.run({"run", "--budget", "1s", "--upto", "n=4096", "--shapes", "calm", "--quiet"});
    EXPECT_EQ(folder.run({"lines", "scam"}).status, 2);
    expect_contains(folder.run({"lines", "scam"}).err, "scan");
    const Ran elsewhere = folder.run({"lines", "--at", "n=63"});
    EXPECT_EQ(elsewhere.status, 2);
    expect_contains(elsewhere.err, "--at n=");
    EXPECT_EQ(folder.run({"lines", "--at", "k=3"}).status, 2);
}

} // namespace
} // namespace iron::test
