// The same algorithm in every language, in both styles, through the built program.
#include <algorithm>
#include <map>
#include <set>

#include "cli/folder.h"
#include "records/journal.h"
#include "support/scans.h"

namespace iron::test {
namespace {

const char *const tables = R"toml([solutions.cpp]
source = "scan.cpp"
time = "O(n)"
[solutions.c]
source = "scan.c"
time = "O(n log n)"
[solutions.python]
source = "scan.py"
time = "O(n)"
[solutions.javascript]
source = "scan.js"
time = "O(n)"
keeps_input = true
[solutions.java]
source = "Highest.java"
time = "O(n)"
keeps_input = true
[solutions.rust]
source = "scan.rs"
time = "O(n)"
space = "O(1)"
[solutions.rust-sorts]
source = "sorts.rs"
time = "O(n log n)"
space = "O(n)"
)toml";

// Of the solution with the fewest.
std::size_t counted_sizes(const Folder &folder) {
    std::map<std::string, std::set<double>> sizes;
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements) {
        sizes[m.solution];
        if (m.kind == MeasuredKind::counting) sizes[m.solution].insert(m.sizes.at("n"));
    }
    std::size_t fewest = 1'000'000;
    for (const auto &[name, its] : sizes)
        fewest = std::min(fewest, its.size());
    return fewest;
}

TEST(Languages, FunctionStyleInAllSix) {
    const Folder folder;
    write_scans(folder);
    folder.levels(tables);
    const Ran ran = folder.run_until([&] { return folder.all_decided() && counted_sizes(folder) >= 6; },
                                     {"run", "--budget", "5s", "--upto", "n=4000", "--shapes", "calm"});
    EXPECT_EQ(ran.status, 0) << ran.err << ran.out;
    // Steps, exactly where the language's own counters allow a closed form.
    std::map<std::string, std::map<double, std::int64_t>> steps;
    std::map<std::string, std::set<std::string>> kinds;
    bool warmed = false;
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements) {
        EXPECT_EQ(m.outcome, Outcome::done) << m.solution;
        kinds[m.solution].insert(word_for(m.kind));
        warmed = warmed || (m.solution == "java" && m.warm_calls > 0);
        if (m.kind != MeasuredKind::counting) continue;
        EXPECT_FALSE(m.varying) << m.solution;
        steps[m.solution][m.sizes.at("n")] = m.steps;
        if (m.solution == "c")
            EXPECT_GE(m.bulk_steps, static_cast<std::int64_t>(m.sizes.at("n")) * 4); // of qsort
    }
    for (const char *name : {"cpp", "c", "python", "javascript", "java", "rust", "rust-sorts"}) {
        EXPECT_EQ(kinds[name], (std::set<std::string>{"counting", "space", "timing"})) << name;
        ASSERT_GE(steps[name].size(), 6u) << name;
    }
    EXPECT_TRUE(warmed);
    for (const char *name : {"cpp", "python", "javascript", "java", "rust"}) {
        const auto &[small, few] = *steps[name].begin();
        const auto &[large, many] = *steps[name].rbegin();
        EXPECT_NEAR(static_cast<double>(many) / large, static_cast<double>(few) / small, 2) << name; // linear
    }
    for (const auto &claim : folder.list("claims.json", "claims")) {
        EXPECT_EQ(claim.at("verdict"), "holds") << claim;
        EXPECT_EQ(claim.at("decided_by"), claim.at("metric") == "time" ? "steps" : "space") << claim;
    }
}

TEST(Languages, FunctionStyleRunsByHandToo) {
    const Folder folder;
    write_scans(folder);
    folder.levels(tables);
    for (const char *name : {"cpp", "c", "python", "javascript", "java", "rust"})
        EXPECT_EQ(folder.run({"answer", name}, "3\n4 9 2\n").out, "9\n") << name;
}

TEST(Languages, HiddenWorkOfBuiltInsIsCounted) {
    const Folder folder;
    folder.write("seen.py", R"(import iron_stopwatch
def solve(levels):
    seen = []
    for level in levels:
        if level not in seen:   # a search in a list: n for each
            seen.append(level)
    return max(seen, default=0)
iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, lambda top: "%d\n" % top)
)");
    folder.write("great.py", R"(import iron_stopwatch
def solve(levels):
    power = 1
    for level in levels:
        power *= 3              # of as many digits as there were levels
    return max(levels, default=0) if power else 0
iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, lambda top: "%d\n" % top)
)");
    folder.write("seen.js", R"(const { serve } = require("iron_stopwatch");
serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve: (levels) => { const seen = []; for (const level of levels) if (!seen.includes(level)) seen.push(level);
                       return seen.reduce((a, b) => (a > b ? a : b), 0); },
  write: (top) => top + "\n",
});
)");
    folder.write("longest.js", R"(const { serve } = require("iron_stopwatch");
serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve: (levels) => { let power = 1n; // of as many digits as there are levels
                       for (const level of levels) power *= 3n;
                       return power ? levels.reduce((a, b) => (a > b ? a : b), 0) : 0; },
  write: (top) => top + "\n",
});
)");
    folder.solution("front",
                    "std::vector<int> all; for (int l : levels) all.insert(all.begin(), l); long long top = "
                    "0; for (int l : all) if (l > top) top = l; return top;");
    folder.write("stopwatch.toml", R"toml(title = "Highest water"
[sizes]
n = { from = 0, to = 8_000 }
[shapes.calm]
text = """
{n}
{permutation(n)}
"""
[solutions.python]
source = "seen.py"
time = "O(n)"
[solutions.great]
source = "great.py"
time = "O(n log n)"
[solutions.javascript]
source = "seen.js"
time = "O(n)"
[solutions.longest]
source = "longest.js"
[solutions.front]
source = "front.cpp"
time = "O(n)"
)toml");
    const Ran ran = folder.run_until([&] { return folder.all_decided(); }, {"run", "--budget", "3s"});
    for (const auto &claim : folder.list("claims.json", "claims"))
        EXPECT_EQ(claim.at("verdict"), "exceeded") << claim << ran.out;
    // How long the numbers of JavaScript are can't be counted: that is said beside the steps.
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
        EXPECT_EQ(m.long_numbers, m.kind == MeasuredKind::counting && m.solution == "longest");
}

} // namespace
} // namespace iron::test
