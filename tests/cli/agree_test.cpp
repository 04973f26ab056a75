// Planted faults, each caught by `agree` alone with a counterexample of the smallest size, or one more.
#include <chrono>

#include "cli/folder.h"

namespace iron {
namespace {

using test::expect_contains;
using test::Folder;
using test::Ran;

// The sum of n whole numbers; solutions differ in what they get wrong.
class Sums : public Folder {
  public:
    void source(const std::string &name, const std::string &body, const std::string &before = "") const {
        write(name + ".cpp", R"(#include <iron_stopwatch.hpp>
#include <cstdlib>
#include <set>
#include <unistd.h>
#include <vector>
std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> v(n);
    for (int &x : v) in >> x;
    return v;
}
void write(std::ostream &out, long long answer) { out << answer << '\n'; }
long long sum(const std::vector<int> &v) { long long s = 0; for (int x : v) s += x; return s; }
)" + before + "\nlong long solve(const std::vector<int> &v) {\n" +
                                 body + "\n}\nIRON_STOPWATCH(read, solve, write)\n");
    }
    void problem(const std::string &suspect,
                 const std::string &range = "-1_000_000_000, 1_000_000_000") const {
        source("right", "return sum(v);");
        write("stopwatch.toml", R"(title = "Sum of the levels"
[sizes]
n = { from = 0, to = 1_000_000 }
[shapes.any]
text = """
{n}
{integers(n, )" + range + R"()}
"""
[limits]
time = "1 s"
[answers]
reference = "right"
[solutions.right]
source = "right.cpp"
[solutions.)" + suspect + "]\nsource = \"" +
                                    suspect + ".cpp\"\n");
    }
    // Runs `agree`, and returns what was found on the suspect.
    nlohmann::json caught(const std::string &suspect) const {
        run({"answer", suspect}, "0\n\n"); // builds
        run({"answer", "right"}, "0\n\n");
        const Ran ran = run({"agree"});
        EXPECT_EQ(ran.status, 1) << ran.out << ran.err;
        return agreement_of(suspect);
    }
};

struct Planted {
    const char *name, *body, *outcome;
    int size; // the smallest that shows it
    const char *input = nullptr;
};

void PrintTo(const Planted &planted, std::ostream *out) { *out << planted.name; }

class Fault : public testing::TestWithParam<Planted> {};

TEST_P(Fault, IsCaughtWithASmallCounterexample) {
    const Planted &planted = GetParam();
    const Sums folder;
    folder.problem(planted.name);
    folder.source(planted.name, planted.body);
    const auto found = folder.caught(planted.name);
    EXPECT_EQ(found.at("outcome"), planted.outcome);
    const auto example = found.at("counterexample");
    EXPECT_GE(example.at("sizes").at("n"), planted.size);
    EXPECT_LE(example.at("sizes").at("n"), planted.size + 1);
    if (planted.input) EXPECT_EQ(example.at("input"), planted.input);
    EXPECT_EQ(read_file(folder.results() / "counterexamples" / (std::string(planted.name) + ".txt")),
              example.at("input"));
    if (planted.outcome != std::string("wrong-answer")) return;
    EXPECT_NE(example.at("expected"), example.at("got"));
    expect_contains(found.at("detail"), "line 1: expected '");
}

INSTANTIATE_TEST_SUITE_P(
    Planted, Fault,
    testing::Values(
        Planted{"empty", "return v.empty() ? -1 : sum(v);", "wrong-answer", 0, "0\n\n"},
        Planted{"single", "return v.size() == 1 ? 0 : sum(v);", "wrong-answer", 1, "1\n-1\n"},
        Planted{"repeated",
                "long long s = 0; for (int x : std::set<int>(v.begin(), v.end())) s += x; return s;",
                "wrong-answer", 2},
        Planted{"negative", "long long s = 0; for (int x : v) s += std::abs(x); return s;", "wrong-answer", 1,
                "1\n-1\n"},
        Planted{"last", "return v.size() < 3 ? sum(v) : sum(v) - v.back();", "wrong-answer", 3},
        Planted{"narrow",
                "unsigned s = 0; for (int x : v) s += static_cast<unsigned>(x); return static_cast<int>(s);",
                "wrong-answer", 3},
        Planted{"deep", "if (v.size() >= 100000) std::abort(); return sum(v);", "crashed", 100'000},
        Planted{"endless", "const long long s = sum(v); if (s % 50 == 7) for (;;) pause(); return s;",
                "over-time", 1}),
    [](const auto &one) { return one.param.name; });

TEST(Agree, RecursionThatOutgrowsTheStackIsToldFromACrash) {
    const Sums folder;
    folder.problem("deep");
    folder.source(
        "deep", "return down(v, 0);",
        "__attribute__((noinline)) long long down(const std::vector<int> &v, std::size_t i) { volatile "
        "char room[64]; room[0] = 1; return i == v.size() ? 0 : v[i] + down(v, i + 1) + room[0] - 1; }");
    // How far it goes is no fault of its answers: nobody asked for such a size.
    EXPECT_EQ(folder.run({"agree"}).status, 0);
    folder.run({"input", "--save", "inputs", "n=400000"});
    const Ran too_deep = folder.run({"answer", "deep", "inputs/any-n=400000-seed=1.txt"});
    EXPECT_EQ(too_deep.status, 1);
    expect_contains(too_deep.err, "over-stack");
}

TEST(Agree, LargeSizesAreNoFaultOfASlowSolution) {
    const Sums folder;
    folder.problem("slow");
    folder.source(
        "slow", "long long ways = 0; for (long long i = 0; i < (1LL << std::min<std::size_t>(v.size(), 40)); "
                "++i) { asm volatile(\"\"); ++ways; } return sum(v) + 0 * ways;");
    EXPECT_EQ(folder.run({"agree"}).status, 0);
}

TEST(Agree, TheReferenceThatFailsASampleIsTheFinding) {
    const Sums folder;
    folder.problem("right-too");
    folder.source("right-too", "return sum(v);");
    folder.source("right", "return v.size() == 2 ? 0 : sum(v);");
    std::string text = folder.read("stopwatch.toml");
    folder.write("stopwatch.toml", "samples = [{ given = \"2\\n3 4\\n\", answer = \"7\\n\" }]\n" + text);
    const Ran ran = folder.run({"agree"});
    EXPECT_EQ(ran.status, 1);
    expect_contains(ran.out, "right: wrong answer on sample: line 1: expected '7', got '0'");
    EXPECT_EQ(folder.agreement_of("right-too").at("verdict"), "agrees");
    expect_contains(folder.json("agreement.json").at("reference_why"), "but it fails itself");
}

TEST(Agree, ASampleThatAllContradictAlikeIsPerhapsWrongItself) {
    const Sums folder;
    folder.problem("right-too");
    folder.source("right-too", "return sum(v);");
    folder.write("stopwatch.toml", "samples = [{ given = \"2\\n3 4\\n\", answer = \"8\\n\" }, "
                                   "{ given = \"1\\n5\\n\", answer = \"5\\n\" }]\n" +
                                       folder.read("stopwatch.toml"));
    const Ran ran = folder.run({"agree"});
    EXPECT_EQ(ran.status, 1);
    expect_contains(ran.out, "2 of 2 solutions agree");
    expect_contains(ran.out, "sample 1 expects '8', and all that answered say '7': perhaps");
    const nlohmann::json found = folder.json("agreement.json");
    ASSERT_EQ(found.at("doubtful_samples").size(), 1u);
    EXPECT_EQ(found.at("doubtful_samples")[0].at("number"), 1);
    EXPECT_EQ(found.at("largest_input").at("size"), "n");
    EXPECT_GT(found.at("largest_input").at("value"), 64);
}

TEST(Agree, ASampleThatTakesTooLongIsNoDisagreement) {
    const Sums folder;
    folder.problem("long");
    folder.source("long",
                  "if (v.size() == 5 && v[0] == 77) for (volatile bool on = true; on;) {}\nreturn sum(v);");
    folder.write("stopwatch.toml", "samples = [{ given = \"5\\n77 1 1 1 1\\n\", answer = \"81\\n\" }]\n" +
                                       folder.read("stopwatch.toml"));
    const Ran ran = folder.run({"agree"});
    EXPECT_EQ(ran.status, 0) << ran.out;
    expect_contains(ran.out, "2 of 2 solutions agree");
    expect_contains(ran.out, "long: sample 1 was stopped after 1 s, the limit of a call");
    EXPECT_EQ(folder.json("agreement.json").at("slow_samples")[0].at("solution"), "long");
}

TEST(Agree, WithoutAReferenceTheMajorityCountsAndItsWeaknessIsSaid) {
    const Sums folder;
    folder.problem("odd");
    folder.source("odd", "return v.size() == 3 ? 1 : sum(v);");
    folder.source("third", "return sum(v);");
    std::string text = folder.read("stopwatch.toml");
    text.replace(text.find("reference = \"right\""), 19, "");
    folder.write("stopwatch.toml", text + "[solutions.third]\nsource = \"third.cpp\"\n");
    EXPECT_EQ(folder.run({"agree"}).status, 1);
    EXPECT_EQ(folder.agreement_of("odd").at("outcome"), "wrong-answer");
    EXPECT_EQ(folder.agreement_of("odd").at("counterexample").at("sizes").at("n"), 3);
    expect_contains(folder.json("agreement.json").at("reference_why"), "at the least 2 of 3");
}

// Programs in Python: nothing to compile.
struct Printed {
    const char *rule, *right, *other;
    bool agrees;
};

TEST(Agree, AnswersAreComparedAsTheRuleSays) {
    const Printed cases[] = {
        {"exact", "print(*range(n))", "print(*range(n - 1, -1, -1))", false},
        {"any-order", "for i in range(n): print(i)", "for i in range(n): print(n - 1 - i)", true},
        {"numbers", "print(n / 3)", "print(n / 3 + 1e-12)", true},
    };
    for (const Printed &one : cases) {
        const Folder folder;
        folder.write("a.py", std::string("n = int(input())\n") + one.right + "\n");
        folder.write("b.py", std::string("n = int(input())\n") + one.other + "\n");
        folder.write(
            "stopwatch.toml",
            std::string("[sizes]\nn = { from = 1, to = 12 }\n[shapes.one]\ntext = \"{n}\\n\"\n[answers]\n"
                        "reference = \"a\"\nsame_if = \"") +
                one.rule + "\"\n[solutions.a]\nsource = \"a.py\"\n[solutions.b]\nsource = \"b.py\"\n");
        const Ran ran = folder.run({"agree", "--tries", "4"});
        EXPECT_EQ(ran.status, one.agrees ? 0 : 1) << one.rule << one.other << ran.out << ran.err;
        if (!one.agrees) EXPECT_LE(folder.agreement_of("b").at("counterexample").at("sizes").at("n"), 3);
    }
}

TEST(Agree, ARefereeDecidesWhereSeveralAnswersAreRight) {
    const Folder folder;
    folder.write("stopwatch.toml", R"([sizes]
n = { from = 2, to = 12 }
[shapes.one]
text = "{n}\n"
[limits]
time = "2 s"
[answers]
same_if = "referee"
referee = "referee.py"
[solutions.low]
source = "low.py"
[solutions.high]
source = "high.py"
[solutions.off]
source = "off.py"
)");
    folder.write("low.py", "print(1, int(input()) - 1)\n");
    folder.write("high.py", "print(int(input()) - 1, 1)\n");
    folder.write("off.py", "n = int(input())\nprint(1, n - (n < 4))\n");
    const std::string referee =
        "import sys\nn = int(open(sys.argv[1]).read())\nparts = open(sys.argv[2]).read().split()\n"
        "if sum(map(int, parts)) != n:\n    print('they do not add up')\n    sys.exit(1)\n";
    folder.write("referee.py", referee);
    const Ran ran = folder.run({"agree", "--tries", "4"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    EXPECT_EQ(folder.agreement_of("high").at("verdict"), "agrees");
    EXPECT_EQ(folder.agreement_of("off").at("detail"), "the referee says: they do not add up");
    EXPECT_EQ(folder.agreement_of("off").at("counterexample").at("sizes").at("n"), 4);
    folder.write("referee.py", "import sys\nsys.exit(3)\n");
    const Ran broken = folder.run({"agree", "--tries", "1"});
    EXPECT_EQ(broken.status, 3);
    expect_contains(broken.err, "the referee referee.py failed: failed, exit status 3");
}

} // namespace
} // namespace iron
