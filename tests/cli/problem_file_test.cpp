// What is wrong in a problem file, said with file, line, key and the nearest known word.
#include "cli/folder.h"

namespace iron {
namespace {

using test::expect_contains;
using test::Folder;
using test::Ran;

struct Broken {
    const char *from, *to; // in a good file
    const char *message;
};

std::string good_file() {
    const Folder folder;
    folder.levels(Folder::table("scan", "O(n)"),
                  "[limits]\ntime = \"2 s\"\n[answers]\nsame_if = \"exact\"\n");
    return folder.read("stopwatch.toml");
}

TEST(ProblemFile, EveryFaultIsNamedWithItsLine) {
    const Broken cases[] = {
        {"title =", "titel =",
         "stopwatch.toml:1: unknown key 'titel' in the problem file\n    titel = \"Highest water\"\n    ^\n  "
         "did you mean 'title'?"},
        {"to = 200_000", "upto = 200_000", "unknown key 'upto' of the size 'n'"},
        {"to = 200_000", "to = \"q\"",
         "stopwatch.toml:3: 'q' is not a size of this problem\n    n = { from = 0, to = \"q\" }\n            "
         "              ^"},
        {"n = { from", "log = { from", "a size can't be called 'log'"},
        {"{integers(n, 0, 1000)}", "{integrs(n, 0, 1000)}",
         "stopwatch.toml:7: templates have no call 'integrs'\n    {integrs(n, 0, 1000)}\n     ^\n  did you "
         "mean 'integers'?"},
        {"{integers(n, 0, 1000)}", "{integers(n, 0)}", "it is written integers(count, low, high)"},
        {"{integers(n, 0, 1000)}", "{integers(q, 0, 1)}", "'q' is not a size of this problem"},
        {"{integers(n, 0, 1000)}", "{n + integer(1, 9)}",
         "'integer' can't stand inside arithmetic\n    {n + integer(1, 9)}\n         ^\n  name what it draws "
         "first: {let x = integer(low, high)}"},
        {"{integers(n, 0, 1000)}", "{integers(n, 0, 1000)", "a '{' without its '}'"},
        {"answer = \"7\\n\"", "anser = \"7\\n\"", "a sample needs 'given' and 'answer'"},
        {"time = \"O(n)\"", "time = \"O(n lag n)\"", "did you mean 'log'?"},
        {"time = \"O(n)\"", "time = \"n\"", "a bound is written O(…), Theta(…) or Omega(…)"},
        {"time = \"O(n)\"", "time = { calmer = \"O(n)\" }",
         "there is no shape 'calmer'\n    time = { calmer = \"O(n)\" }\n             ^\n  did you mean "
         "'calm'?"},
        {"time = \"O(n)\"", "tiem = \"O(n)\"", "unknown key 'tiem' of the solution 'scan'"},
        {"time = \"2 s\"", "time = \"2 sec\"", "'2 sec' is not a time"},
        {"time = \"2 s\"", "time = 2", "'time' has to be a text"},
        {"same_if = \"exact\"", "same_if = \"exactly\"", "did you mean 'exact'?"},
        {"same_if = \"exact\"", "reference = \"scam\"", "there is no solution 'scam'"},
        {"source = \"scan.cpp\"", "source = \"scam.cpp\"",
         "there is no file 'scam.cpp' in the problem folder"},
        {"source = \"scan.cpp\"", "", "the solution 'scan' has no 'source'"},
        {"[solutions.scan]", "[solutons.scan]", "did you mean 'solutions'?"},
        {"[shapes.calm]", "[shapes.every]", "a shape can't be called 'every'"},
        {"[sizes]", "[sizes", "stopwatch.toml:2:"},
    };
    const std::string good = good_file();
    for (const Broken &broken : cases) {
        const Folder folder;
        folder.good();
        std::string text = good;
        const std::size_t at = text.find(broken.from);
        ASSERT_NE(at, std::string::npos) << broken.from;
        folder.write("stopwatch.toml", text.replace(at, std::string(broken.from).size(), broken.to));
        const Ran ran = folder.run({"agree"});
        EXPECT_EQ(ran.status, 2) << broken.to << ran.err;
        expect_contains(ran.err, broken.message);
        EXPECT_EQ(ran.out, "");
    }
}

TEST(ProblemFile, AllFaultsAreToldAtOnce) {
    const Folder folder;
    folder.write("stopwatch.toml",
                 "titel = \"x\"\n[sizes]\nn = { form = 0, to = 5 }\n[shapes.a]\ntext = \"{m}\"\n");
    const Ran ran = folder.run({"run"});
    EXPECT_EQ(ran.status, 2);
    for (const char *part : {":1: unknown key 'titel'", ":3: unknown key 'form'", ":5: 'm' is not a size",
                             "no [solutions.NAME]"})
        expect_contains(ran.err, part);
}

TEST(ProblemFile, EmptyAndMissingFilesAreSaidSo) {
    const Folder folder;
    Ran ran = folder.run({"run"});
    EXPECT_EQ(ran.status, 2);
    expect_contains(ran.err, "stopwatch.toml is not there");
    folder.write("stopwatch.toml", "");
    ran = folder.run({"run"});
    EXPECT_EQ(ran.status, 2);
    expect_contains(ran.err, "no [sizes]");
}

TEST(ProblemFile, OptionsAreHeldAgainstIt) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan"));
    expect_contains(folder.run({"run", "--only", "scna"}).err,
                    "there is no solution 'scna'\n  did you mean 'scan'?");
    expect_contains(folder.run({"run", "--shapes", "clam"}).err, "did you mean 'calm'?");
    expect_contains(folder.run({"run", "--upto", "k=5"}).err, "there is no size 'k'");
    expect_contains(folder.run({"run", "--budget", "30"}).err, "'30' is not a time");
    expect_contains(folder.run({"input", "calm", "--n", "5"}).err,
                    "'iron-stopwatch input --help' tells more");
    expect_contains(folder.run({"sweep"}).err, "'iron-stopwatch --help' tells more");
}

} // namespace
} // namespace iron
