// Memory of a call, byte by byte, and steps outside C++ function style.
#include <set>

#include "cli/folder.h"
#include "records/journal.h"

namespace iron {
namespace {

using test::expect_contains;
using test::Folder;
using test::Ran;

// Space readings by solution and size, after a short run over few sizes.
std::map<std::string, std::map<double, SpaceReading>> spaces_in(const Folder &folder) {
    std::map<std::string, std::map<double, SpaceReading>> found;
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
        if (m.kind == MeasuredKind::space && m.outcome == Outcome::done)
            found[m.solution][m.sizes.at("n")] = m.space;
    return found;
}

std::string verdict_on(const Folder &folder, const std::string &solution, const std::string &metric) {
    for (const auto &claim : folder.list("claims.json", "claims"))
        if (claim.at("solution") == solution && claim.at("metric") == metric) return claim.at("verdict");
    return "none";
}

const char *const top = "long long top = 0; for (int l : levels) if (l > top) top = l; ";

TEST(Space, IsExactToTheByte) {
    const Folder folder;
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
    std::string tables;
    for (const char *name : {"nothing", "reserved", "grown", "nodes", "twice", "leaks", "aligned", "regrown"})
        tables += Folder::table(name, "O(n log n)") + "space = \"O(1)\"\n";
    folder.levels(tables);
    const auto enough = [&] {
        const auto spaces = spaces_in(folder);
        return folder.all_decided() && std::all_of(spaces.begin(), spaces.end(), [](const auto &one) {
                   return one.second.contains(16) && one.second.contains(128) && one.second.contains(1024);
               });
    };
    // Each anew: a size that a busy machine stopped somebody at is not read again.
    const Ran ran = folder.run_until(
        enough, {"run", "--budget", "3s", "--upto", "n=1024", "--shapes", "calm", "--quiet", "--afresh"});
    ASSERT_NE(ran.status, 3) << ran.err;
    auto spaces = spaces_in(folder);
    ASSERT_EQ(spaces.size(), 8u);
    for (const double n : {16.0, 128.0, 1024.0}) {
        // The levels, and the little that the allocator adds.
        EXPECT_GE(spaces["nothing"].at(n).input_bytes, 4 * n);
        EXPECT_LE(spaces["nothing"].at(n).input_bytes, 4 * n + 64);
        const auto heap = [&](const char *name) {
            return static_cast<double>(spaces[name].at(n).space_bytes - spaces[name].at(n).stack_peak_bytes);
        };
        EXPECT_EQ(heap("nothing"), 0);
        EXPECT_EQ(heap("reserved"), 8 * n);
        EXPECT_EQ(heap("grown"), n == 1 ? 4 : 4 * (n + n / 2)); // the old half is there while it is copied
        EXPECT_EQ(heap("nodes"), 40 * n);
        EXPECT_EQ(heap("twice"), n);
        EXPECT_EQ(heap("leaks"), n);
        EXPECT_EQ(heap("aligned"), 8192);
        EXPECT_EQ(heap("regrown"), 1100);
        EXPECT_EQ(spaces["nodes"].at(n).allocations, n);
        EXPECT_EQ(spaces["nothing"].at(n).answer_bytes, 0);
    }
    for (const char *name : {"nothing", "aligned", "regrown"})
        EXPECT_EQ(verdict_on(folder, name, "space"), "holds") << name << ran.out;
    for (const char *name : {"reserved", "grown", "nodes", "twice", "leaks"})
        EXPECT_EQ(verdict_on(folder, name, "space"), "exceeded") << name << ran.out;
}

// The answer is no space of the call's, however it was grown; scratch freed before it was built is.
TEST(Space, TheAnswerIsSetApart) {
    const Folder folder;
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
                     Folder::table("pushed") + Folder::table("scratch") + Folder::table("both"));
    const auto enough = [&] {
        const auto spaces = spaces_in(folder);
        return spaces.size() == 3 && std::all_of(spaces.begin(), spaces.end(), [](const auto &one) {
                   return one.second.contains(16) && one.second.contains(512);
               });
    };
    ASSERT_EQ(
        folder.run_until(enough, {"run", "--budget", "1s", "--upto", "n=512", "--shapes", "calm", "--quiet"})
            .status,
        0);
    auto spaces = spaces_in(folder);
    for (const int n : {16, 512}) {
        EXPECT_GE(spaces["pushed"].at(n).input_bytes, 0); // a number by itself
        EXPECT_LE(spaces["pushed"].at(n).input_bytes, 32);
        const auto heap = [&](const char *name) {
            return spaces[name].at(n).space_bytes - spaces[name].at(n).stack_peak_bytes;
        };
        EXPECT_EQ(heap("pushed"), 0);
        EXPECT_EQ(heap("scratch"), 8 * n);
        EXPECT_EQ(heap("both"), 12 * n);
        for (const char *name : {"pushed", "scratch", "both"})
            EXPECT_GE(spaces[name].at(n).answer_bytes, 4 * n) << name;
    }
}

TEST(Space, TheAllocatorsStackIsNotTheSolutions) {
    const Folder folder;
    // A large block is mapped, a small one lies in a list: the allocator goes deeper for the one.
    folder.write(
        "block.cpp",
        "#include <iron_stopwatch.hpp>\n#include <cstdlib>\nint read(std::istream &in) { int n = 0; in >> "
        "n; return n; }\nint solve(const int &n) { void *p = std::malloc(16 * n); asm volatile(\"\" : : "
        "\"g\"(p) : \"memory\"); std::free(p); return n; }\nvoid write(std::ostream &out, const int &v) { "
        "out << v << '\\n'; }\nIRON_STOPWATCH(read, solve, write)\n");
    folder.write("stopwatch.toml",
                 "[sizes]\nn = { from = 1, to = 100_000 }\n[shapes.calm]\ntext = \"{n}\\n\"\n" +
                     Folder::table("block"));
    ASSERT_EQ(folder
                  .run_until([&] { return spaces_in(folder)["block"].size() >= 8; },
                             {"run", "--budget", "1s", "--quiet"})
                  .status,
              0);
    const auto read = spaces_in(folder)["block"];
    ASSERT_GE(read.size(), 8u);
    for (const auto &[n, space] : read)
        EXPECT_EQ(space.stack_peak_bytes, read.begin()->second.stack_peak_bytes) << n;
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
    const auto enough = [&] {
        auto deep = spaces_in(folder)["deep"];
        return folder.all_decided() && deep.contains(512) && deep.contains(1024) &&
               deep.rbegin()->first > 1e4;
    };
    const Ran ran = folder.run_until(
        enough, {"run", "--budget", "2s", "--upto", "n=50000", "--shapes", "calm", "--quiet"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    EXPECT_EQ(verdict_on(folder, "scan", "space"), "holds");
    EXPECT_EQ(verdict_on(folder, "deep", "space"), "exceeded");
    auto deep = spaces_in(folder)["deep"];
    const double frame =
        static_cast<double>(deep.at(1024).stack_peak_bytes - deep.at(512).stack_peak_bytes) / 512;
    EXPECT_EQ(frame, std::floor(frame)); // every frame of the same size, to the byte
    EXPECT_EQ(static_cast<double>(deep.rbegin()->second.stack_peak_bytes - deep.at(1024).stack_peak_bytes),
              frame * (deep.rbegin()->first - 1024)); // beyond what is painted at first
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

// Python keeps 2,000 freed tuples, and gives those away first.
TEST(Space, OfTuplesIsSeenThoughSomeWereFreedBefore) {
    const Folder folder;
    folder.write("pairs.py",
                 "import iron_stopwatch\n\n\ndef solve(rows):\n    return len(list(zip(rows, rows)))"
                 "\n\n\niron_stopwatch.serve(lambda text: [[word] for word in text.split()[1:]], "
                 "solve, str)\n");
    folder.levels("[solutions.pairs]\nsource = \"pairs.py\"\nspace = \"O(n)\"\n");
    const auto of = [&] { return spaces_in(folder)["pairs"]; };
    folder.run_until([&] { return of().contains(128) && of().contains(512); },
                     {"run", "--budget", "2s", "--upto", "n=1000", "--shapes", "calm", "--quiet"});
    for (const auto &[n, space] : of())
        if (n >= 128) EXPECT_GE(space.space_bytes, 56 * n) << n;
}

// They are given back beside the engine's work: what died with the call was taken for the answer.
TEST(Space, OfTypedArraysIsNoAnswer) {
    const Folder folder;
    folder.write(
        "table.js",
        "const { serve } = require(\"iron_stopwatch\");\nfunction solve(rows) {\n  const all = "
        "rows.map(() => new Float64Array(64));\n  return all.reduce((sum, one) => sum + one.length, 0);\n}\n"
        "serve({ read: (text) => text.split(/\\s+/).filter((word) => word).slice(1), solve, write: String "
        "});\n");
    folder.levels("[solutions.table]\nsource = \"table.js\"\nspace = \"O(n)\"\n");
    const auto of = [&] { return spaces_in(folder)["table"]; };
    folder.run_until([&] { return of().contains(512); },
                     {"run", "--budget", "3s", "--upto", "n=1000", "--shapes", "calm", "--quiet"});
    for (const auto &[n, space] : of()) {
        EXPECT_LT(space.answer_bytes, 4096) << n;
        EXPECT_GE(space.space_bytes, 512 * n) << n;
        EXPECT_LE(space.space_bytes, 1024 * n + 65536) << n;
    }
}

TEST(Space, OfASortIsTheSortsOwnNotWhatCountingItTakes) {
    const Folder folder;
    folder.write("again.py",
                 "import iron_stopwatch\n\n\ndef solve(levels):\n    levels.sort()\n    return "
                 "levels[-1] if levels else 0\n\n\niron_stopwatch.serve(lambda text: sorted(int(word) "
                 "for word in text.split()[1:]), solve, str)\n"); // in order already
    folder.write("stopwatch.toml",
                 "title = \"Top\"\n[sizes]\nn = { from = 1, to = 4096, measured_from = 4096 }\n"
                 "[shapes.calm]\ntext = \"\"\"\n{n}\n{permutation(n)}\n\"\"\"\n"
                 "[solutions.again]\nsource = \"again.py\"\nspace = \"O(1)\"\n");
    folder.run_until([&] { return !spaces_in(folder)["again"].empty(); },
                     {"run", "--budget", "2s", "--quiet"});
    auto spaces = spaces_in(folder);
    for (const auto &[n, space] : spaces["again"])
        EXPECT_LT(space.space_bytes, 4096) << n;
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
