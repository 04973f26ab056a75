// Claims on memory, and steps outside C++ function style, through the built program.
#include <set>

#include "cli/folder.h"
#include "lab/bench.h"
#include "records/journal.h"

namespace iron {
namespace {

using test::Bench;
using test::expect_contains;
using test::Folder;
using test::Ran;

std::string verdict_on(const Folder &folder, const std::string &solution, const std::string &metric) {
    for (const auto &claim : folder.list("claims.json", "claims"))
        if (claim.at("solution") == solution && claim.at("metric") == metric) return claim.at("verdict");
    return "none";
}

TEST(Space, TheStackIsMemory) {
    const Folder folder;
    folder.solution(
        "deep", "return down(levels, 0);",
        "__attribute__((noinline)) long long down(const std::vector<int> &v, std::size_t i) { if (i == "
        "v.size()) return 0; const long long rest = down(v, i + 1); return rest > v[i] ? rest : v[i]; }");
    folder.good();
    folder.levels(Folder::table("scan", "O(n)") + "space = \"O(1)\"\n" + Folder::table("deep", "O(n)") +
                  "space = \"O(1)\"\n[limits]\nstack = \"64 MiB\"\n");
    const Ran ran =
        folder.run_until([&] { return folder.all_decided(); },
                         {"run", "--budget", "2s", "--upto", "n=50000", "--shapes", "calm", "--quiet"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    EXPECT_EQ(verdict_on(folder, "scan", "space"), "holds");
    EXPECT_EQ(verdict_on(folder, "deep", "space"), "exceeded");
    Bench bench(folder);
    const auto stack = [&](double n) { return static_cast<double>(bench.space("deep", n).stack_peak_bytes); };
    const double frame = (stack(1024) - stack(512)) / 512;
    EXPECT_EQ(frame, std::floor(frame)); // every frame of the same size, to the byte
    EXPECT_EQ(stack(50'000) - stack(1024), frame * (50'000 - 1024)); // beyond what is painted at first
    expect_contains(ran.out, "KiB");
}

TEST(PythonFunction, StepsAndSpaceFollowTheAlgorithm) {
    const Folder folder;
    const auto source = [&](const std::string &name, const std::string &body) {
        folder.write(name + ".py",
                     "import iron_stopwatch\ndef solve(v):\n    " + body +
                         "\niron_stopwatch.serve(lambda t: [int(w) for w in t.split()[1:]], solve, str)\n");
    };
    source("line", "top = 0\n    for x in v:\n        top = x if x > top else top\n    return top");
    source("built-in", "return max(v, default=0)");
    source("sorts", "own = sorted(range(len(v)), key=lambda i: i * 7919 % 10007)\n    return max((v[i] for i "
                    "in own), default=0)");
    source("pairs", "top = 0\n    for x in v:\n        if all(y <= x for y in v): top = x\n    return top");
    source("copies", "own = list(v) + list(v)\n    return max(own, default=0)");
    std::string tables;
    const std::map<std::string, std::pair<const char *, const char *>> claims = {
        {"line", {"O(n)", "holds"}},
        {"built-in", {"O(1)", "exceeded"}},
        {"sorts", {"O(n)", "exceeded"}},
        {"pairs", {"O(n^2)", "holds"}},
        {"copies", {"O(n)", "holds"}}};
    for (const auto &[name, claim] : claims)
        tables += "[solutions." + name + "]\nsource = \"" + name + ".py\"\ntime = \"" + claim.first +
                  "\"\nspace = \"O(1)\"\n";
    folder.levels(tables);
    std::map<double, std::set<std::int64_t>> lines; // what "line" takes at each size, in every generation
    const auto counted = [&] {
        for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
            if (m.solution == "line" && m.kind == MeasuredKind::counting)
                lines[m.sizes.at("n")].insert(m.steps);
        return lines.size();
    };
    const Ran ran =
        folder.run_until([&] { return folder.all_decided() && counted() > 8; },
                         {"run", "--budget", "4s", "--upto", "n=4000", "--shapes", "flood", "--quiet"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    for (const auto &[name, claim] : claims) {
        EXPECT_EQ(verdict_on(folder, name, "time"), claim.second) << name << ran.out;
        EXPECT_EQ(verdict_on(folder, name, "space"),
                  name == "copies" || name == "sorts" ? "exceeded" : "holds")
            << name << ran.out;
    }
    for (const auto &[n, steps] : lines) {
        EXPECT_EQ(steps.size(), 1u) << n;
        EXPECT_NEAR(static_cast<double>(*steps.begin()), 2 * n, 10);
    }
    EXPECT_GT(lines.size(), 8u);
}

TEST(ProgramStyle, StepsOfWholeProgramsAreCountedInC) {
    const Folder folder;
    folder.write(
        "pairs.c",
        "#include <stdio.h>\nint v[200001];\nint main(void) { int n, top = 0; scanf(\"%d\", &n); for (int i "
        "= 0; i < n; ++i) scanf(\"%d\", &v[i]); for (int i = 0; i < n; ++i) { int best = 1; for (int j = 0; "
        "j < n; ++j) best &= v[j] <= v[i]; if (best) top = v[i]; } printf(\"%d\\n\", top); }\n");
    folder.write("once.cpp", "#include <iostream>\nint main() { int n, x, top = 0; std::cin >> n; while (n-- "
                             "> 0 && std::cin >> x) "
                             "if (x > top) top = x; std::cout << top << '\\n'; }\n");
    folder.levels("[solutions.pairs]\nsource = \"pairs.c\"\ntime = \"O(n)\"\n[solutions.once]\nsource = "
                  "\"once.cpp\"\ntime = \"O(1)\"\n");
    const auto enough = [&] {
        bool read = verdict_on(folder, "pairs", "time") != "undecided";
        for (const auto &claim : folder.list("claims.json", "claims"))
            read = read && claim.at("decided_by") == "steps" &&
                   claim.at("reason").get<std::string>().find("too few") == std::string::npos;
        return read;
    };
    const Ran ran = folder.run_until(
        enough, {"run", "--budget", "2s", "--upto", "n=4000", "--shapes", "calm", "--quiet"});
    EXPECT_EQ(verdict_on(folder, "pairs", "time"), "exceeded") << ran.out;
    EXPECT_EQ(verdict_on(folder, "once", "time"), "undecided"); // it may be the reading
    for (const auto &claim : folder.list("claims.json", "claims")) {
        EXPECT_EQ(claim.at("decided_by"), "steps");
        if (claim.at("solution") == "once")
            expect_contains(claim.at("reason"), "can't be told from its reading of the input");
    }
}

// Threads that end while the worker looks for one by its name.
TEST(Space, OfJavaIsReadWhileThreadsComeAndGo) {
    const Folder folder;
    folder.write("Churning.java", R"(class Churning {
    static volatile int turns;

    static long solve(String text) {
        if (turns++ == 0)
            for (int i = 0; i < 3; ++i) {
                Thread churn = new Thread(() -> {
                    while (true) {
                        Thread one = new Thread(() -> {});
                        one.start();
                        try {
                            one.join();
                        } catch (InterruptedException ended) {
                            return;
                        }
                    }
                });
                churn.setDaemon(true);
                churn.start();
            }
        return text.length();
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(text -> text, Churning::solve, String::valueOf);
    }
}
)");
    folder.write("stopwatch.toml", "[sizes]\nn = { from = 16, to = 60 }\n[shapes.calm]\ntext = "
                                   "\"{letters(n, \\\"ab\\\")}\"\n[solutions.churning]\nsource = "
                                   "\"Churning.java\"\nspace = \"O(n)\"\nthreads = 2\n");
    folder.run({"run", "--budget", "2s", "--tries", "2", "--no-figures"});
    EXPECT_EQ(folder.agreement_of("churning").at("verdict"), "agrees") << folder.agreement_of("churning");
}

} // namespace
} // namespace iron
