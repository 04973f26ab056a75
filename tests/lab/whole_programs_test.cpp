// What a whole program's count tells, and from how many processes counts come.
#include <fmt/format.h>
#include <set>

#include "lab/bench.h"

namespace iron::test {
namespace {

// Every pair of n: two nested loops, and a start-up beside them.
TEST(WholePrograms, StepsAreCountedInPythonAndJavaScript) {
    const ProblemFolder folder;
    folder.write("pairs.py",
                 "n = int(input())\npairs = 0\nfor i in range(n):\n    for j in range(n):\n        pairs += "
                 "1\nprint(pairs)\n");
    folder.write(
        "pairs.js",
        "const n = Number(require('fs').readFileSync(0, 'utf8'));\nlet pairs = 0;\nfor (let i = 0; i < "
        "n; ++i)\n  for (let j = 0; j < n; ++j) {\n    pairs += 1;\n  }\nconsole.log(pairs);\n");
    folder.write(
        "stopwatch.toml",
        "[sizes]\nn = { from = 1, to = 200 }\n[shapes.one]\ntext = \"{n}\\n\"\n[[samples]]\ngiven = "
        "\"4\"\nanswer = "
        "\"16\"\n[solutions.python]\nsource = \"pairs.py\"\ntime = \"O(n)\"\n[solutions.script]\nsource = "
        "\"pairs.js\"\ntime = \"O(n^2)\"\n");
    Bench bench(folder);
    for (const char *name : {"python", "script"})
        for (const double n : {1, 8, 64, 200}) {
            const std::int64_t steps = bench.counted(name, n).steps;
            EXPECT_GE(static_cast<double>(steps), n * n) << name << " " << n;
            EXPECT_LE(static_cast<double>(steps), 3 * n * n + 100) << name << " " << n;
            EXPECT_EQ(bench.counted(name, n).steps, steps) << name << " " << n;
        }
}

// The library brings in a module of its own at the first call: to find, read and rewrite that is nobody's
// work.
TEST(WholePrograms, WhatPythonsLibraryBringsInMeanwhileIsNotCounted) {
    const ProblemFolder folder;
    folder.write(
        "top.py",
        "from collections import Counter\n\ninput()\nprint(Counter(map(int, input().split())).most_common"
        "(1)[0][1])\n");
    folder.write("helper.py", "TABLE = [sum(range(n)) for n in range(50)]\nORDER = sorted(TABLE)\n");
    folder.write("late.py", "def solve():\n    import helper\n    return "
                            "helper.ORDER[-1]\n\n\ninput()\ninput()\nprint(solve())\n");
    folder.levels(
        "[solutions.top]\nsource = \"top.py\"\n[solutions.late]\nsource = [\"late.py\", \"helper.py\"]\n");
    Bench bench(folder);
    EXPECT_GT(bench.counted("top", 16).steps, 32);
    EXPECT_LT(bench.counted("top", 16).steps, 2000);
    // A module of the solution's own is its work, whenever it comes.
    const SpotCounts late = bench.spots("late", 16);
    EXPECT_GE(late.at("helper.py:1"), 50);
    EXPECT_GT(late.at("helper.py:1 sum") + late.at("helper.py:2 sorted"), 50);
}

TEST(WholePrograms, ARunForItsAnswerIsATimingOnce) {
    const ProblemFolder folder;
    folder.write("top.py", "input()\nprint(max(map(int, input().split()), default=0))\n");
    folder.levels("[solutions.top]\nsource = \"top.py\"\n");
    Bench bench(folder);
    const Answered answered = bench.answer("top", 40);
    const Measurement timed = bench.timed("top", 40), again = bench.timed("top", 40);
    EXPECT_EQ(timed.time_ns, 1e9 * answered.seconds);
    EXPECT_NE(again.worker, timed.worker);
    bench.answer("top", 40);
    const Measurement other = bench.timed("top", 50);
    EXPECT_NE(other.time_ns, 1e9 * answered.seconds);
}

// Heap and stack are those of the program as it was written, whatever its counted form holds.
TEST(WholePrograms, PythonsBytesAreThoseOfTheProgramAsItIs) {
    const ProblemFolder folder;
    folder.write("keeps.py",
                 "import bisect\nn = int(input())\nkept = []\n"
                 "for word in input().split():\n    bisect.insort(kept, float(word))\nprint(n)\n");
    folder.write("deep.py", "import sys\nsys.setrecursionlimit(9000)\n\ndef down(n):\n"
                            "    return 1 + down(n - 1) if n else 0\n\nn = int(input())\nprint(down(n))\n");
    folder.levels("[solutions.keeps]\nsource = \"keeps.py\"\n[solutions.deep]\nsource = \"deep.py\"\n");
    Bench bench(folder);
    const auto grown = [&](const char *name, std::int64_t SpaceReading::*part) {
        return bench.space(name, 4000).*part - bench.space(name, 2000).*part;
    };
    // A float is 24 bytes and its place in a list 8; of words that are read there are as many again.
    EXPECT_GE(grown("keeps", &SpaceReading::heap_peak_bytes), 2000 * 32);
    EXPECT_LE(grown("keeps", &SpaceReading::heap_peak_bytes), 2000 * 130);
    EXPECT_GE(grown("deep", &SpaceReading::stack_peak_bytes), 2000 * 80);
    EXPECT_LE(grown("deep", &SpaceReading::stack_peak_bytes), 2000 * 200);
}

// The line runs n times in all.
void expect_counted(const ProblemFolder &folder, const std::string &line,
                    const std::map<std::string, bool> &in_one_process) {
    Bench bench(folder);
    for (const auto &[name, in_one] : in_one_process) {
        std::set<int> processes;
        for (const double n : {20, 300, 20}) {
            Measurement m = bench.counted(name, n);
            processes.insert(m.worker);
            EXPECT_EQ(m.spots[line], n) << name;
        }
        EXPECT_EQ(processes.size(), in_one ? 1u : 3u) << name;
    }
}

// One process begins, and each count is a copy of it: what a program leaves in it is not there for the next.
TEST(WholePrograms, PythonIsCountedInCopiesOfOneProcess) {
    const ProblemFolder folder;
    folder.write("exits.py",
                 "import sys\n\nlevels = [int(w) for w in sys.stdin.buffer.read().split()][1:]\n"
                 "top = 0\nfor level in levels:\n    top = max(top, level)\nprint(top)\nsys.exit(0)\n");
    folder.write("opens.py",
                 "def main(seen=[]):\n    with open(0) as given:\n        n = int(given.readline())\n"
                 "        for word in given.readline().split():\n            seen.append(int(word))\n"
                 "    print(max(seen, default=0))\n\nif __name__ == '__main__':\n    main()\n");
    folder.write("gives-up.py", "import os\nlevels = input() and [int(w) for w in input().split()]\n"
                                "print(max(levels, default=0), flush=True)\nos._exit(0)\n");
    std::string tables;
    for (const char *name : {"exits", "opens", "gives-up"})
        tables += fmt::format("[solutions.{}]\nsource = \"{}.py\"\ntime = \"O(n)\"\n", name, name);
    folder.levels(tables);
    Bench bench(folder);
    std::set<int> processes;
    for (const double n : {0, 20, 300})
        for (const char *name : {"exits", "opens"}) {
            Measurement m = bench.counted(name, n);
            processes.insert(m.worker);
            EXPECT_EQ(m.spots[m.solution == "exits" ? "6" : "5"], n) << name;
        }
    EXPECT_EQ(processes.size(), 2u);
    for (const Measurement &m : bench.count("gives-up", 20))
        EXPECT_NE(m.kind, MeasuredKind::counting);
    EXPECT_NE(bench.runner("gives-up").notes().at(0).find("it left no steps"), std::string::npos);
}

// Classes are loaded anew for each; who reads around System.in can't be given the next input, and runs by
// itself.
TEST(WholePrograms, JavaIsCountedAgainAndAgainInOneProcess) {
    const ProblemFolder folder;
    const auto written = [](const char *name, const char *in, const char *end) {
        return fmt::format("import java.io.*;\nimport java.util.*;\n\nclass {} {{\n"
                           "    static final List<Integer> seen = new ArrayList<>();\n"
                           "    public static void main(String[] arguments) throws IOException {{\n"
                           "        try (Scanner in = new Scanner({})) {{\n            in.nextInt();\n"
                           "            while (in.hasNextInt())\n                seen.add(in.nextInt());\n"
                           "        }}\n        System.out.println(seen.isEmpty() ? \"0\" : \"\" + "
                           "Collections.max(seen));\n        {}\n    }}\n}}\n",
                           name, in, end);
    };
    folder.write("Exits.java", written("Exits", "System.in", "System.exit(0);"));
    folder.write("Around.java", written("Around", "new FileInputStream(FileDescriptor.in)", ""));
    folder.write("Catches.java",
                 written("Catches", "System.in", "try { System.exit(0); } catch (Throwable caught) { }"));
    folder.levels("[solutions.exits]\nsource = \"Exits.java\"\ntime = \"O(n)\"\n"
                  "[solutions.around]\nsource = \"Around.java\"\ntime = \"O(n)\"\n"
                  "[solutions.catches]\nsource = \"Catches.java\"\ntime = \"O(n)\"\n");
    expect_counted(folder, "10", {{"exits", true}, {"around", false}, {"catches", false}});
}

// Modules are loaded anew for each; those of the newer kind can't be, and what goes on after it has left
// can't be stopped.
TEST(WholePrograms, JavaScriptIsCountedAgainAndAgainInOneProcess) {
    const ProblemFolder folder;
    const std::string work = "    const [n, ...levels] = text.split(/\\s+/).map(Number);\n    let top = 0;\n"
                             "    for (let i = 0; i < n; ++i)\n        top = Math.max(top, levels[i]);\n"
                             "    console.log(top);\n";
    const std::string events = "let text = '';\nprocess.stdin.on('data', (piece) => text += piece);\n"
                               "process.stdin.on('end', () => {\n";
    folder.write("exits.js",
                 "const fs = require('fs');\nseen = [];\n{ const text = fs.readFileSync(0, 'utf8');\n" +
                     work + "}\nseen.push(1);\nif (seen.length > 1) throw 'again';\nprocess.exit();\n");
    folder.write("holds.js", events + work + "    try { process.exit(); } catch (caught) { }\n});\n");
    folder.write("waits.js", events + work + "});\n");
    folder.write("ticks.js", events + work + "    process.exit();\n});\nsetInterval(() => {}, 1000);\n");
    folder.write("newer.mjs",
                 "import fs from 'fs';\n\n{ const text = fs.readFileSync(0, 'utf8');\n" + work + "}\n");
    std::string tables;
    for (const char *file : {"exits.js", "waits.js", "holds.js", "ticks.js", "newer.mjs"})
        tables += fmt::format("[solutions.{}]\nsource = \"{}\"\ntime = \"O(n)\"\n",
                              std::string(file).substr(0, 5), file);
    folder.levels(tables);
    expect_counted(folder, "7",
                   {{"exits", true}, {"waits", true}, {"holds", false}, {"ticks", false}, {"newer", false}});
}

} // namespace
} // namespace iron::test
