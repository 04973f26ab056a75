// The whole path through the built program: files, messages and exit status.
#include <algorithm>
#include <fstream>
#include <thread>

#include "cli/folder.h"
#include "records/journal.h"

namespace iron {
namespace {

using test::expect_contains;
using test::Folder;
using test::Ran;

std::map<std::string, std::string> verdicts_on_time(const nlohmann::json &claims) {
    std::map<std::string, std::string> verdicts;
    for (const auto &claim : claims.at("claims"))
        if (claim.at("metric") == "time") verdicts[claim.at("solution")] = claim.at("verdict");
    return verdicts;
}

std::size_t widest_line(const std::string &text) {
    std::istringstream lines(text);
    std::size_t widest = 0;
    for (std::string line; std::getline(lines, line);) {
        const auto columns =
            std::count_if(line.begin(), line.end(), [](char c) { return (c & 0xC0) != 0x80; });
        widest = std::max(widest, static_cast<std::size_t>(columns));
    }
    return widest;
}

TEST(Demo, CatchesTheOneFalseClaim) {
    const Folder folder;
    std::filesystem::copy(IRON_SOURCE "/demo/tide-climb", folder.path(),
                          std::filesystem::copy_options::recursive |
                              std::filesystem::copy_options::overwrite_existing);
    std::filesystem::remove_all(folder.results());
    const Ran ran = folder.run_until([&] { return folder.all_decided(); }, {"run", "--budget", "5s"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    const std::map<std::string, std::string> expected = {{"every-stretch", "holds"},
                                                         {"running-sums", "holds"},
                                                         {"halves", "holds"},
                                                         {"one-pass", "holds"},
                                                         {"lowest-mark", "exceeded"}};
    EXPECT_EQ(verdicts_on_time(folder.json("claims.json")), expected) << ran.out;
    for (const auto &claim : folder.list("claims.json", "claims")) {
        EXPECT_EQ(claim.at("decided_by"), claim.at("metric") == "time" ? "steps" : "space");
        if (claim.at("metric") == "space") EXPECT_EQ(claim.at("verdict"), "holds") << claim;
    }
    EXPECT_LE(widest_line(ran.out), 80u) << ran.out;
    const auto written = [&](const std::vector<const char *> &files) {
        for (const char *file : files)
            EXPECT_GT(std::filesystem::file_size(folder.results() / file), 100u) << file;
    };
    written({"agreement.json", "measurements.jsonl", "growth.json", "tables/readings.csv",
             "tables/growth.csv", "tables/claims.csv"});

    // Every later command works from the files alone.
    const Ran fit = folder.run({"fit"});
    EXPECT_EQ(fit.status, 0) << fit.err;
    expect_contains(fit.out, "n log n");
    EXPECT_LE(widest_line(fit.out), 80u);
    EXPECT_EQ(folder.run({"claims", "--only", "one-pass"}).status, 0);
    const Ran json = folder.run({"claims", "--json"});
    EXPECT_EQ(json.status, 1);
    EXPECT_EQ(nlohmann::json::parse(json.out), folder.json("claims.json"));
    const Ran report = folder.run({"report", "--out", (folder.path() / "stopwatch-results").string()});
    EXPECT_EQ(report.status, 0) << report.err;
    expect_contains(report.out, "figures/time.svg");
    written({"figures/time.svg", "figures/time.png", "figures/steps.svg", "figures/steps-calm.png"});
}

// Steps of each solution on each input.
std::map<std::string, std::int64_t> steps_in(const Folder &folder) {
    std::map<std::string, std::int64_t> steps;
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
        if (m.kind == MeasuredKind::counting && m.generation == 0)
            steps[fmt::format("{} {} {} {}", m.solution, m.shape, m.sizes.at("n"), m.seed)] = m.steps;
    return steps;
}

TEST(Demo, StepsAreTheSameToTheDigitInEveryRun) {
    std::map<std::string, std::int64_t> runs[2];
    for (auto &steps : runs) {
        const Folder folder;
        folder.good();
        folder.solution("pool",
                        "std::unordered_set<int> seen(levels.begin(), levels.end()); long long top = 0; "
                        "for (int l : seen) if (l > top) top = l; return top;",
                        "#include <unordered_set>");
        folder.levels(Folder::table("scan") + Folder::table("pool"));
        folder.run_until([&] { return (steps = steps_in(folder)).size() > 20; },
                         {"run", "--budget", "1s", "--upto", "n=1000", "--quiet"});
    }
    std::size_t both = 0;
    for (const auto &[call, steps] : runs[0]) {
        if (!runs[1].contains(call)) continue;
        ++both;
        EXPECT_EQ(runs[1].at(call), steps) << call;
        if (!call.starts_with("scan")) continue;
        const double n = std::stod(call.substr(call.find(' ', 5)));
        EXPECT_NEAR(static_cast<double>(steps), n, n + 10) << call;
    }
    EXPECT_GT(both, 10u);
}

TEST(Run, JsonGivesOneObjectAndNothingElse) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    const Ran ran = folder.run({"run", "--budget", "1s", "--json", "--upto", "n=2000", "--shapes", "calm"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    const auto all = nlohmann::json::parse(ran.out);
    EXPECT_EQ(all.at("schema"), "iron-stopwatch/run/1");
    EXPECT_EQ(all.at("claims").at("claims").at(0).at("verdict"), "holds");
    EXPECT_EQ(all.at("growth").at("series").at(0).at("shape"), "calm");
}

TEST(Run, AWrongClaimEndsWithOne) {
    const Folder folder;
    folder.solution(
        "pairs", "long long top = 0; for (std::size_t i = 0; i < levels.size(); ++i) { bool highest = true; "
                 "for (int other : levels) highest &= other <= levels[i]; if (highest) top = levels[i]; } "
                 "return top;");
    folder.good();
    folder.levels(Folder::table("scan", "O(n)") + Folder::table("pairs", "O(n log n)"));
    const Ran ran = folder.run({"run", "--budget", "2s", "--upto", "n=3000"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    EXPECT_EQ(verdicts_on_time(folder.json("claims.json")).at("pairs"), "exceeded");
    expect_contains(ran.out, "as n^2 does");
}

TEST(Run, ALyingFasterAnswerIsLeftOutWithItsCounterexample) {
    Folder folder;
    folder.draws = true;
    folder.good();
    folder.solution("second", "long long top = 0; for (std::size_t i = 0; i + 1 < levels.size(); ++i) if "
                              "(levels[i] > top) top = levels[i]; "
                              "return top;");
    folder.levels(Folder::table("scan", "O(n)") + Folder::table("second", "O(n)"),
                  "[answers]\nreference = \"scan\"\n");
    const Ran ran = folder.run({"run", "--budget", "1s", "--upto", "n=1000"});
    EXPECT_EQ(ran.status, 1);
    const auto wrong = folder.json("agreement.json").at("solutions").at(1);
    EXPECT_EQ(wrong.at("verdict"), "disagrees");
    EXPECT_EQ(wrong.at("outcome"), "wrong-answer");
    EXPECT_LE(wrong.at("counterexample").at("sizes").at("n"), 2);
    expect_contains(ran.out, "left out: second: wrong answer on");
    // The page tells it first, and shows the input and the source.
    const std::string page = folder.read("stopwatch-results/report.html");
    expect_contains(page, "To be mended first, left out of every comparison: second (wrong-answer).");
    expect_contains(page, "<p>Expected</p>");
    expect_contains(page, "for (std::size_t i = 0; i + 1 &lt; levels.size(); ++i)");
    expect_contains(page, "data:image/svg+xml;base64,");
    expect_contains(folder.read("stopwatch-results/report.md"), "| scan | time O(n) |");
    // Drawn again from the same readings nothing is touched.
    const auto drawn = [&] {
        return std::filesystem::last_write_time(folder.results() / "figures" / "time.svg");
    };
    const auto before = drawn();
    EXPECT_EQ(folder.run({"report"}).status, 0);
    EXPECT_EQ(drawn(), before);
    EXPECT_EQ(verdicts_on_time(folder.json("claims.json")).at("second"), "undecided");
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
        EXPECT_EQ(m.solution, "scan");
}

TEST(Run, GoesOnWithTheOthersWhereOneDoesNotCompile) {
    const Folder folder;
    folder.good();
    folder.solution("broken", "return nowhere;");
    folder.levels(Folder::table("broken", "O(n)") + Folder::table("scan", "O(n)"));
    const Ran ran = folder.run({"run", "--budget", "1s", "--upto", "n=1000"});
    EXPECT_EQ(ran.status, 1);
    expect_contains(ran.err, "broken can't be built");
    expect_contains(ran.err, "broken.cpp:13:8: error: 'nowhere' was not declared");
    const auto entry = folder.json("agreement.json").at("solutions").at(0);
    EXPECT_EQ(entry.at("outcome"), "not-built");
    EXPECT_EQ(verdicts_on_time(folder.json("claims.json")).at("scan"), "holds");
}

TEST(Run, NothingBuiltCanNotDoTheWork) {
    const Folder folder;
    folder.solution("broken", "return nowhere;");
    folder.levels(Folder::table("broken"));
    const Ran ran = folder.run({"run", "--budget", "1s"});
    EXPECT_EQ(ran.status, 3);
    expect_contains(ran.err, "no solution is left that agrees");
}

TEST(Run, WithoutGnuplotTheTableAndThePageStand) {
    Folder folder;
    folder.draws = true;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    const Workspace tools; // all that the system has, but for one
    for (const auto &entry : std::filesystem::directory_iterator("/usr/bin"))
        if (!entry.path().filename().string().starts_with("gnuplot"))
            std::filesystem::create_symlink(entry.path(), tools.path() / entry.path().filename());
    folder.environment = {"PATH=" + tools.path().string()};
    const Ran ran = folder.run({"run", "--budget", "1s", "--upto", "n=2000"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    expect_contains(ran.out, "scan      time O(n)  n           holds");
    expect_contains(ran.err, "gnuplot is not installed: no figures were drawn");
    EXPECT_TRUE(std::filesystem::exists(folder.results() / "report.html"));
    EXPECT_EQ(folder.run({"report"}).status, 0);
}

TEST(Run, FaultsAreNamedByTheirOutcome) {
    const Folder folder;
    folder.good();
    folder.solution("hangs",
                    "if (levels.size() == 3) for (;;) pause(); long long top = 0; "
                    "for (int l : levels) if (l > top) top = l; return top;",
                    "#include <unistd.h>");
    folder.solution(
        "crashes",
        "if (levels.size() == 4) { volatile int *nowhere = nullptr; *nowhere = 1; } long long top = 0; "
        "for (int l : levels) if (l > top) top = l; return top;");
    folder.solution("throws",
                    "long long top = 0; if (levels.size() > 4) throw std::runtime_error(\"tide too high\"); "
                    "for (int l : levels) if (l > top) top = l; return top;",
                    "#include <stdexcept>");
    folder.solution("leaves", "std::exit(0); return 0;", "#include <cstdlib>");
    folder.solution("deep", "return climb(levels, 0);",
                    "long long climb(const std::vector<int> &l, std::size_t i) { if (l.size() > 4) { "
                    "volatile char room[4096]; "
                    "room[0] = 1; return climb(l, i + 1) + room[0]; } long long top = 0; for (int x : l) if "
                    "(x > top) top = x; return top; }");
    folder.solution("greedy", "long long top = 0; if (levels.size() > 5) { std::vector<char> "
                              "all(std::size_t{8} << 30, 'x'); top = all[levels.size()] - 'x'; } "
                              "for (int l : levels) if (l > top) top = l; return top;");
    folder.solution("chatters", "std::cout << \"level\\n\" << std::flush; long long top = 0; for (int l : "
                                "levels) if (l > top) top = l; return top;");
    std::string tables;
    for (const char *name : {"scan", "hangs", "crashes", "throws", "leaves", "deep", "greedy", "chatters"})
        tables += Folder::table(name);
    folder.levels(tables, "[answers]\nreference = \"scan\"\n");
    const Ran ran = folder.run({"agree"});
    ASSERT_EQ(ran.status, 1) << ran.err;
    std::map<std::string, std::string> outcomes, details;
    for (const auto &one : folder.list("agreement.json", "solutions")) {
        outcomes[one.at("name")] = one.value("outcome", "agrees");
        details[one.at("name")] = one.value("detail", "");
    }
    EXPECT_EQ(outcomes.at("scan"), "agrees");
    EXPECT_EQ(outcomes.at("hangs"), "over-time");
    EXPECT_EQ(outcomes.at("crashes"), "crashed");
    EXPECT_EQ(details.at("crashes"), "signal SIGSEGV");
    EXPECT_EQ(outcomes.at("throws"), "failed");
    EXPECT_EQ(details.at("throws"), "tide too high");
    EXPECT_EQ(outcomes.at("leaves"), "no-answer");
    EXPECT_EQ(outcomes.at("deep"), "over-stack");
    EXPECT_EQ(outcomes.at("greedy"), "over-memory");
    EXPECT_EQ(outcomes.at("chatters"), "agrees");
    expect_contains(ran.out, "2 of 8 solutions agree");
}

TEST(Run, CopiesThatASolutionMakesOfItselfHaveNoSayAndDoNotStay) {
    const Folder folder;
    folder.good();
    folder.solution("forks",
                    "for (int i = 0; i < 3; ++i) fork(); long long top = 0; for (int l : levels) if (l > "
                    "top) top = l; return top;",
                    "#include <unistd.h>");
    folder.solution(
        "orphans",
        "if (levels.size() == 5 && fork() == 0) { for (;;) pause(); } if (levels.size() == 6) std::abort(); "
        "long long top = 0; for (int l : levels) if (l > top) top = l; return top;",
        "#include <cstdlib>\n#include <unistd.h>");
    folder.levels(Folder::table("scan") + Folder::table("forks") + Folder::table("orphans"),
                  "[answers]\nreference = \"scan\"\n");
    EXPECT_EQ(folder.run({"agree", "--tries", "40"}).status, 1);
    const auto solutions = folder.list("agreement.json", "solutions");
    EXPECT_EQ(solutions.at(1).at("verdict"), "agrees");
    EXPECT_EQ(solutions.at(2).at("outcome"), "crashed");
    EXPECT_EQ(solutions.at(2).at("detail"), "signal SIGABRT");
    int left = 0; // the workers' programs have the solutions' names
    for (const auto &entry : std::filesystem::directory_iterator("/proc")) {
        std::error_code gone;
        const auto program = std::filesystem::read_symlink(entry.path() / "exe", gone).string();
        left += program.ends_with("/orphans") || program.ends_with("/forks");
    }
    EXPECT_EQ(left, 0);
}

TEST(Run, ASolutionWrongOnlyAtLargeSizesIsCaughtWhileMeasuring) {
    const Folder folder;
    folder.good();
    folder.solution("short", "long long top = 0; if (levels.size() > 5000 && levels.size() < 7000) return "
                             "-1; for (int l : levels) "
                             "if (l > top) top = l; return top;");
    folder.levels(Folder::table("scan", "O(n)") + Folder::table("short", "O(n)"),
                  "[answers]\nreference = \"scan\"\n");
    const Ran ran = folder.run({"run", "--budget", "2s", "--upto", "n=20000"});
    EXPECT_EQ(ran.status, 1);
    const auto entry = folder.json("agreement.json").at("solutions").at(1);
    EXPECT_EQ(entry.at("verdict"), "disagrees") << ran.out;
    EXPECT_EQ(entry.at("found_while"), "measuring");
    EXPECT_GT(entry.at("counterexample").at("sizes").at("n"), 5000);
    EXPECT_LT(entry.at("counterexample").at("sizes").at("n"), 8000);
    expect_contains(ran.out, "(found while measuring)");
}

TEST(Run, OtherCompilersFlagsAndBuildCommandsAreTaken) {
    const Folder folder;
    folder.good();
    folder.levels(
        "[solutions.scan]\nsource = \"scan.cpp\"\ntime = \"O(n)\"\nflags = \"-O1 -std=c++17\"\n"
        "[solutions.own]\nsource = \"scan.cpp\"\ntime = \"O(n)\"\nbuild = \"g++ -O2 -std=c++20 -I" IRON_SOURCE
        "/adapters/cpp {sources} -o {output}\"\n"
        "[solutions.absent]\nsource = \"scan.cpp\"\nbuild = \"no-such-compiler {sources} -o {output} "
        "{flags}\"\n");
    const auto is_counted = [&] {
        for (const auto &claim : folder.list("claims.json", "claims"))
            if (claim.at("solution") == "scan" && claim.at("decided_by") == "steps") return true;
        return false;
    };
    const Ran ran = folder.run_until(is_counted, {"run", "--budget", "2s", "--upto", "n=1000"});
    expect_contains(ran.err, "the compiler 'no-such-compiler' is not installed");
    expect_contains(ran.err, "own: steps are not counted: its build command has no {flags}");
    for (const auto &claim : folder.list("claims.json", "claims"))
        EXPECT_EQ(claim.at("decided_by"), claim.at("solution") == "scan" ? "steps" : "time");
}

TEST(Build, SessionsSideBySideShareOneStore) {
    const Workspace store;
    std::vector<Folder> folders(4);
    std::vector<Ran> ran(folders.size());
    setenv("IRON_STOPWATCH_CACHE", store.path().c_str(), 1);
    std::vector<std::thread> sessions;
    for (std::size_t i = 0; i < folders.size(); ++i) {
        folders[i].good();
        folders[i].levels(Folder::table("scan"));
        sessions.emplace_back([&, i] { ran[i] = folders[i].run({"agree", "--tries", "20"}); });
    }
    for (std::thread &session : sessions)
        session.join();
    for (const Ran &one : ran)
        EXPECT_EQ(one.status, 0) << one.out << one.err;
}

TEST(Build, IsKeptUntilSomethingItReadChanges) {
    const Folder folder;
    setenv("IRON_STOPWATCH_CACHE", (folder.path() / "cache").c_str(), 1);
    folder.write("mark.hpp", "inline long long mark() { return 1; }\n");
    folder.solution("scan", "return mark();", "#include \"mark.hpp\"");
    folder.levels(Folder::table("scan"));
    const auto answer = [&] { return folder.run({"answer", "scan"}, "1\n5\n").out; };
    EXPECT_EQ(answer(), "1\n");
    std::map<std::filesystem::path, std::filesystem::file_time_type> written;
    for (const auto &entry : std::filesystem::recursive_directory_iterator(folder.path() / "cache"))
        if (entry.is_regular_file()) written[entry.path()] = entry.last_write_time();
    EXPECT_EQ(answer(), "1\n");
    for (const auto &[path, time] : written)
        EXPECT_EQ(std::filesystem::last_write_time(path), time) << path;
    folder.write("mark.hpp", "inline long long mark() { return 2; }\n");
    EXPECT_EQ(answer(), "2\n");
}

// The compiler's classes are read ahead once for all sources, and a machine that can't do that builds none
// the worse.
TEST(Build, OfJavaNeedsNothingReadAhead) {
    const Folder folder;
    setenv("IRON_STOPWATCH_CACHE", (folder.path() / "cache").c_str(), 1);
    folder.write("stopwatch.toml",
                 "call = \"top(levels: list of int) -> int\"\n[sizes]\nn = { from = 1, to = 9 "
                 "}\n[shapes.calm]\ntakes = { levels = \"integers(n, 0, 9)\" }\n"
                 "[solutions.top]\nsource = \"Top.java\"\n");
    const auto answer = [&](int first) {
        folder.write("Top.java",
                     fmt::format("int top(int[] levels) {{ return {} + levels.length; }}\n", first));
        return folder.run({"answer", "top"}, "2\n5 6\n").out;
    };
    EXPECT_EQ(answer(1), "3\n");
    std::vector<std::filesystem::path> ahead;
    for (const auto &entry : std::filesystem::recursive_directory_iterator(folder.path() / "cache"))
        if (entry.path().filename() == "javac.jsa") ahead.push_back(entry.path());
    // It builds on an archive of the machine's own, which an installation may lack.
    const bool can = std::system("java -Xshare:on -version > /dev/null 2>&1") == 0;
    ASSERT_EQ(ahead.size(), can ? 1u : 0u);
    if (!can) GTEST_SKIP() << "this machine has no archive of its own classes";
    const auto written = std::filesystem::last_write_time(ahead.front());
    EXPECT_EQ(answer(2), "4\n");
    EXPECT_EQ(std::filesystem::last_write_time(ahead.front()), written);
    std::filesystem::permissions(ahead.front(), std::filesystem::perms::owner_write);
    folder.write(ahead.front(), "no classes at all");
    EXPECT_EQ(answer(3), "5\n");
}

TEST(Measure, NeedsAnAgreementFirst) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan"));
    const Ran ran = folder.run({"measure"});
    EXPECT_EQ(ran.status, 2);
    expect_contains(ran.err, "'iron-stopwatch agree' writes it");
}

TEST(Input, IsTheSameForTheSameSeed) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan"));
    const Ran once = folder.run({"input", "--shape", "flood", "n=5", "seed=7"});
    EXPECT_EQ(once.status, 0) << once.err;
    EXPECT_EQ(once.out, folder.run({"input", "--shape", "flood", "n=5", "seed=7"}).out);
    EXPECT_NE(once.out, folder.run({"input", "--shape", "flood", "n=5", "seed=8"}).out);
    EXPECT_EQ(folder.run({"input", "n=0"}).out, "0\n\n");
    const Ran beyond = folder.run({"input", "n=300000"});
    EXPECT_EQ(beyond.status, 2);
    expect_contains(beyond.err, "n = 300,000 is not legal\n  whole numbers from 0 to 200,000");
    expect_contains(folder.run({"input", "--shape", "flod"}).err, "did you mean 'flood'?");
}

TEST(Answer, GivesWhatTheProgramWritesByHand) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan"));
    EXPECT_EQ(folder.run({"answer", "scan"}, "3\n4 9 2\n").out, "9\n");
    folder.write("given.txt", "2\n1 3\n");
    EXPECT_EQ(folder.run({"answer", "scan", "given.txt"}).out, "3\n");
    EXPECT_EQ(folder.run({"answer", "scam"}).status, 2);
    ASSERT_EQ(folder.run({"adapters", "lib"}).status, 0);
    Launch compile;
    compile.command = {"g++", "-O1", "-std=c++20", "-Ilib/cpp", "scan.cpp", "-o", "scan"};
    compile.folder = folder.path();
    ASSERT_EQ(run_to_end(compile, folder.path(), 60).ending.outcome, Outcome::done);
    Launch by_hand;
    by_hand.command = {"./scan"};
    by_hand.folder = folder.path();
    by_hand.input_path = folder.path() / "given.txt";
    EXPECT_EQ(run_to_end(by_hand, folder.path(), 10).output, "3\n");
}

TEST(Usage, HelpHasAnExampleForEachCommand) {
    const Folder folder;
    for (const char *command :
         {"run", "agree", "measure", "fit", "claims", "report", "input", "answer", "adapters"}) {
        const Ran ran = folder.run({command, "--help"});
        EXPECT_EQ(ran.status, 0) << command;
        expect_contains(ran.out, std::string("Example: iron-stopwatch "));
    }
    EXPECT_EQ(folder.run({"--version"}).status, 0);
    EXPECT_EQ(folder.run({}).status, 2);
    EXPECT_EQ(folder.run({"run", "--no-such-option"}).status, 2);
}

TEST(Interrupt, KeepsTheRecords) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"agree", "--quiet"}).status, 0);
    Launch launch;
    launch.command = {IRON_PROGRAM, "measure", "--budget", "60s", "--quiet"};
    launch.folder = folder.path();
    launch.error_path = (folder.path() / "err").string();
    Process process(launch);
    const auto journal = folder.results() / "measurements.jsonl";
    for (int i = 0;
         i < 500 && (!std::filesystem::exists(journal) || std::filesystem::file_size(journal) < 3000); ++i)
        usleep(20'000);
    ASSERT_FALSE(process.descendants().empty());
    kill(process.descendants().front(), SIGINT);
    EXPECT_EQ(process.wait(10).detail, "exit status 130");
    const Journal kept = read_journal(journal);
    EXPECT_EQ(kept.dropped, 0u);
    EXPECT_GT(kept.measurements.size(), 3u);
    EXPECT_EQ(folder.run({"fit"}).status, 0);
}

} // namespace
} // namespace iron
