#include <csignal>
#include <fstream>
#include <map>
#include <set>
#include <unistd.h>

#include "cli/folder.h"
#include "records/journal.h"
#include "support/processes.h"

namespace iron::test {
namespace {

const auto journal_of = [](const Folder &folder) {
    return read_journal(folder.results() / "measurements.jsonl");
};

// Starts measuring and kills the tool outright once it has written so much.
void killed_while_measuring(const Folder &folder, std::uintmax_t bytes) {
    Launch launch;
    launch.command = {IRON_PROGRAM, "measure", "--budget", "60s", "--quiet"};
    launch.folder = folder.path();
    Process process(launch);
    const auto journal = folder.results() / "measurements.jsonl";
    for (int i = 0;
         i < 10'000 && (!std::filesystem::exists(journal) || std::filesystem::file_size(journal) < bytes);
         ++i)
        usleep(10'000);
    const auto tool = process.descendants();
    ASSERT_FALSE(tool.empty());
    kill(tool.front(), SIGKILL);
    EXPECT_EQ(process.wait(10).detail, "signal SIGKILL");
}

TEST(Resume, GoesOnAfterAKillAndMeasuresOnlyWhatIsMissing) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"agree", "--quiet"}).status, 0);
    killed_while_measuring(folder, 12'000);
    const Journal before = journal_of(folder);
    ASSERT_GT(before.measurements.size(), 10u);
    // A line that was torn in the middle goes before anything is appended.
    std::ofstream(folder.results() / "measurements.jsonl", std::ios::app) << R"({"kind":"timing","solu)";
    const Ran ran = folder.run({"measure", "--budget", "6s"}); // beyond what the first session took
    EXPECT_EQ(ran.status, 0) << ran.err;
    expect_contains(ran.err, "torn");
    const Journal after = journal_of(folder);
    EXPECT_EQ(after.dropped, 0u);
    ASSERT_GT(after.measurements.size(), before.measurements.size());
    EXPECT_EQ(after.whole_lines.substr(0, before.whole_lines.size()), before.whole_lines);
    // What was climbed is not climbed again: one reading in the first round at each size, one count.
    std::map<std::tuple<MeasuredKind, std::string, double, int>, int> climbed;
    double last_s = 0;
    for (const Measurement &m : after.measurements) {
        if (m.round == 0 && !m.disturbed) ++climbed[{m.kind, m.shape, m.sizes.at("n"), m.generation}];
        EXPECT_GE(m.at_s, last_s); // time goes on from where it was
        last_s = m.at_s;
    }
    for (const auto &[what, times] : climbed)
        EXPECT_EQ(times, 1) << word_for(std::get<0>(what)) << " " << std::get<2>(what);
}

TEST(Resume, ABudgetIsWhatThisCallMaySpend) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=2000", "--quiet"}).status, 0);
    const std::size_t first = journal_of(folder).measurements.size();
    const Ran second = folder.run({"run", "--budget", "1s", "--upto", "n=2000"});
    ASSERT_EQ(second.status, 0);
    expect_contains(second.err, "measuring for +1 s; ");
    expect_contains(second.err, " were spent before");
    expect_contains(second.out, "from earlier sessions");
    EXPECT_GE(journal_of(folder).measurements.size(), first);
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=2000", "--quiet", "--afresh"}).status, 0);
    for (const Measurement &m : journal_of(folder).measurements)
        EXPECT_LT(m.at_s, 3); // begun anew
}

TEST(Resume, ReadingsOfAChangedSourceAreNotMixed) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=1000", "--quiet"}).status, 0);
    const std::string before = read_file(folder.results() / "measurements.jsonl");
    folder.solution("scan", "long long top = 0; for (int l : levels) top = l > top ? l : top; return top;");
    const Ran refused = folder.run({"measure", "--budget", "1s"});
    EXPECT_EQ(refused.status, 2);
    expect_contains(refused.err, "the source of scan has changed");
    expect_contains(refused.err, "--afresh");
    EXPECT_EQ(read_file(folder.results() / "measurements.jsonl"), before);
    const Ran other_seed = folder.run({"measure", "--budget", "1s", "--seed", "7"});
    expect_contains(other_seed.err, "seed");
    // The main job goes on after an edit, and keeps the old readings beside.
    const Ran again = folder.run({"run", "--budget", "1s", "--upto", "n=1000"});
    EXPECT_EQ(again.status, 0) << again.err;
    expect_contains(again.err, "measurements-earlier.jsonl");
    EXPECT_EQ(read_file(folder.results() / "measurements-earlier.jsonl"), before);
    EXPECT_EQ(folder.run({"measure", "--budget", "1s", "--afresh", "--quiet"}).status, 0);
}

TEST(Resume, AnAddedSolutionJoins) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=1000", "--quiet"}).status, 0);
    folder.solution("second", "long long top = 0; for (int l : levels) top = l > top ? l : top; return top;");
    folder.levels(Folder::table("scan", "O(n)") + Folder::table("second", "O(n)"));
    const Ran joined = folder.run({"run", "--budget", "4s", "--upto", "n=1000"});
    EXPECT_EQ(joined.status, 0) << joined.err;
    std::set<std::string> names;
    for (const Measurement &m : journal_of(folder).measurements)
        names.insert(m.solution);
    EXPECT_EQ(names, (std::set<std::string>{"scan", "second"}));
    EXPECT_FALSE(std::filesystem::exists(folder.results() / "measurements-earlier.jsonl"));
}

TEST(Killed, TheToolTakesEverythingWithIt) {
    const Folder folder;
    folder.solution("scan",
                    "static bool begun = false; if (!begun) { begun = true; if (fork() == 0) { setsid(); "
                    "execlp(\"sleep\", \"sleep\", \"86415\", nullptr); } } long long top = 0; for (int l : "
                    "levels) if (l > top) top = l; return top;",
                    "#include <unistd.h>\n");
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"agree", "--quiet"}).status, 0);
    killed_while_measuring(folder, 5000);
    for (int i = 0; i < 100 && test::running("86415") > 0; ++i)
        usleep(20'000);
    EXPECT_EQ(test::running("86415"), 0);
}

// A solution that goes wrong in its own way from n = 1,000 on is marked with its own word, and keeps what it
// read below.
struct Faulty {
    const char *word, *fault;
    friend std::ostream &operator<<(std::ostream &out, const Faulty &faulty) { return out << faulty.word; }
};
class OutcomeWord : public testing::TestWithParam<Faulty> {};

TEST_P(OutcomeWord, StandsInJournalAndAgreement) {
    const auto [word, fault] = GetParam();
    const Folder folder;
    folder.good();
    const std::string rest = " long long top = 0; for (int l : levels) if (l > top) top = l; return top;";
    folder.solution(
        "faulty", std::string("if (levels.size() >= 300 && levels.size() < 900) { ") + fault + " }" + rest,
        "#include <unistd.h>\n#include <stdexcept>\n#include <cstdlib>\n"
        "int deep(int n) { volatile char room[4096]; room[0] = 1; return n == 0 ? room[0] : deep(n - 1) "
        "+ room[0]; }\n");
    // The sizes of agreement leave the band out, those of measuring do not.
    folder.levels("[limits]\ntime = \"500 ms\"\nmemory = \"256 MiB\"\nprocesses = 20\n" +
                      Folder::table("scan", "O(n)") + Folder::table("faulty", "O(n)"),
                  "[answers]\nreference = \"scan\"\n");
    const Ran ran = folder.run({"run", "--budget", "1s", "--upto", "n=2000", "--shapes", "calm", "--quiet"});
    // Over a limit at a size that nobody asked for is how far it goes, and no fault.
    if (is_over_a_limit(*outcome_of(word))) {
        EXPECT_EQ(ran.status, 0) << ran.err;
        EXPECT_EQ(folder.agreement_of("faulty").at("verdict"), "agrees");
        expect_contains(ran.out, "faulty reaches its limit on calm, n = 3");
    } else {
        EXPECT_EQ(ran.status, 1) << ran.err;
        EXPECT_EQ(folder.agreement_of("faulty").at("outcome"), word);
    }
    if (folder.agreement_of("faulty").value("outcome", "") == word &&
        folder.agreement_of("faulty").at("found_while") == "agreeing")
        return; // the same word, only sooner
    std::set<std::string> words;
    double largest_done = 0, failed_at = 0;
    for (const Measurement &m : journal_of(folder).measurements)
        if (m.solution == "faulty") {
            words.insert(word_for(m.outcome));
            double &size = m.outcome == Outcome::done ? largest_done : failed_at;
            size = std::max(size, m.sizes.at("n"));
        }
    EXPECT_TRUE(words.contains(word));
    EXPECT_GT(largest_done, 100);
    EXPECT_GE(failed_at, 300);
}

INSTANTIATE_TEST_SUITE_P(
    Each, OutcomeWord,
    testing::Values(Faulty{"crashed", "std::abort();"}, Faulty{"no-answer", "_exit(0);"},
                    Faulty{"over-time", "for (;;) sleep(1);"},
                    Faulty{"over-stack", "return deep(10'000'000);"},
                    Faulty{"over-processes", "for (int i = 0; i < 100; ++i) if (fork() == 0) { sleep(100); "
                                             "_exit(0); } sleep(1);"}));

TEST(Outcome, NotBuiltAndOverOutputHaveTheirWordsToo) {
    const Folder folder;
    folder.good();
    folder.write("broken.cpp", "int main() { return }\n");
    folder.write("flood.cpp",
                 "#include <cstdio>\nint main() { int n = 0; if (scanf(\"%d\", &n) != 1) return 1; "
                 "for (long i = 0; i < (n > 0 ? 9'000'000 : 1); ++i) puts(\"high water\"); }\n");
    folder.levels("[limits]\noutput = \"1 MiB\"\n" + Folder::table("scan") + Folder::table("broken") +
                      Folder::table("flood"),
                  "[answers]\nreference = \"scan\"\n");
    EXPECT_EQ(folder.run({"agree", "--quiet"}).status, 1);
    EXPECT_EQ(folder.agreement_of("broken").at("outcome"), "not-built");
    EXPECT_EQ(folder.agreement_of("scan").at("verdict"), "agrees");
}

TEST(Budget, IsKeptWithTwelveSolutions) {
    const Folder folder;
    folder.good();
    std::string tables; // one source, built once
    for (int i = 0; i < 12; ++i)
        tables += "[solutions.scan" + std::to_string(i) + "]\nsource = \"scan.cpp\"\ntime = \"O(n)\"\n";
    folder.levels(tables);
    ASSERT_EQ(folder.run({"agree", "--quiet", "--tries", "5"}).status, 0);
    ASSERT_EQ(folder.run({"measure", "--budget", "4s", "--quiet"}).status, 0);
    double last_s = 0;
    std::set<std::string> names;
    for (const Measurement &m : journal_of(folder).measurements) {
        last_s = std::max(last_s, m.at_s);
        names.insert(m.solution);
    }
    EXPECT_LT(last_s, 8); // the tool's own clock, by which it plans
    EXPECT_EQ(names.size(), 12u);
}

} // namespace
} // namespace iron::test
