// Problem files, templates and what was agreed on, read and written.
#include <gtest/gtest.h>

#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/bound/size_order.h"
#include "core/error.h"
#include "lab/workspace.h"
#include "records/agreement.h"
#include "records/files.h"
#include "records/problem.h"
#include "records/template_sizes.h"
#include "support/problem.h"

namespace iron {
namespace {

const char *const whole_file = R"toml(title = "Mooring letters"
story = "Where a word of k letters stands in a log of n."
[sizes]
n = { from = 1, to = 100_000, usual = 4096 }
k = { from = 1, to = "n" }
[shapes.calm]
text = """
{n} {k}
{letters(n, "ab")}
"""
[shapes.made]
program = "make.py"
[[samples]]
given = "3 1\naba\na\n"
answer = "2\n"
[answers]
same_if = "numbers"
tolerance = 1e-6
reference = "plain"
[limits]
time = "2 s"
memory = "64 MiB"
processes = 4
[target]
n = 7500
k = 20
time = "1 s"
memory = "256 MiB"
time_bound = "O(n k)"
[solutions.plain]
source = "plain.cpp"
time = "O(n k)"
space = "O(1)"
[solutions.quick]
source = ["quick.cpp", "table.cpp"]
time = { every = "O(n + k)", calm = "O(n)" }
flags = "-O3"
threads = 2
)toml";

struct ProblemFolder {
    Workspace workspace;
    Problem read(const std::string &text) const {
        write_file(workspace.path() / "stopwatch.toml", text);
        for (const char *name : {"plain.cpp", "quick.cpp", "table.cpp", "make.py"})
            write_file(workspace.path() / name, "");
        return read_problem(workspace.path());
    }
    // The faults that reading brings, a line each with its advice.
    std::string faults(const std::string &text) const {
        try {
            read(text);
        } catch (const Error &error) {
            std::string all;
            for (const Finding &finding : error.findings())
                all += finding.message + " | " + finding.advice + "\n";
            return all;
        }
        return "";
    }
};

std::string with(const std::string &from, const std::string &to) {
    std::string text = whole_file;
    const std::size_t at = text.find(from);
    EXPECT_NE(at, std::string::npos) << from;
    return text.replace(at, from.size(), to);
}

TEST(ProblemFileValues, AreReadAsWritten) {
    const ProblemFolder folder;
    const Problem problem = folder.read(whole_file);
    EXPECT_EQ(problem.title, "Mooring letters");
    EXPECT_EQ(problem.size_names(), (std::vector<std::string>{"n", "k"}));
    EXPECT_EQ(problem.relations().size(), 1u);
    ASSERT_NE(problem.shape("calm"), nullptr);
    EXPECT_TRUE(problem.shape("calm")->text.has_value());
    EXPECT_EQ(problem.shape("made")->program, "make.py");
    EXPECT_EQ(problem.shape("storm"), nullptr);
    EXPECT_EQ(problem.answers.same_if, SameIf::numbers);
    EXPECT_DOUBLE_EQ(problem.answers.tolerance, 1e-6);
    EXPECT_DOUBLE_EQ(problem.limits.time_s, 2);
    EXPECT_EQ(problem.limits.memory_bytes, 64 << 20);
    EXPECT_EQ(problem.limits.stack_bytes, 8 << 20); // not given: as usual
    EXPECT_EQ(problem.limits.processes, 4);
    ASSERT_EQ(problem.targets.size(), 1u);
    EXPECT_EQ(problem.targets[0].tier, "");
    EXPECT_EQ(problem.targets[0].sizes.at("n"), 7500);
    EXPECT_EQ(problem.targets[0].time_bound->written, "O(n k)");
    EXPECT_FALSE(problem.targets[0].space_bound.has_value());
    const Solution *quick = problem.solution("quick");
    ASSERT_NE(quick, nullptr);
    EXPECT_EQ(quick->sources, (std::vector<std::string>{"quick.cpp", "table.cpp"}));
    ASSERT_EQ(quick->claims.size(), 2u);
    EXPECT_EQ(quick->threads, 2);
    EXPECT_EQ(quick->flags, "-O3");
    EXPECT_EQ(problem.solution("plain")->claims[1].metric, Metric::space);
    EXPECT_EQ(problem.digest.size(), 16u);
    EXPECT_NE(folder.read(with("2 s", "3 s")).digest, problem.digest);
}

TEST(ProblemFileValues, ATargetHasTiersThatShareWhatTheyDoNotSay) {
    const ProblemFolder folder;
    std::string text = whole_file;
    const std::size_t from = text.find("[target]"), to = text.find("[solutions.plain]");
    const auto with = [&](const std::string &target) {
        return folder.read(std::string(text).replace(from, to - from, target)).targets;
    };
    const auto tiers = with("[target]\nmemory = \"1 MiB\"\n[target.small]\nn = 100\n"
                            "[target.full]\nn = 7_500\nk = 5\ntime = \"1 s\"\nmemory = \"2 MiB\"\n");
    ASSERT_EQ(tiers.size(), 2u);
    EXPECT_EQ(tiers[0].tier, "small");
    EXPECT_EQ(tiers[0].sizes.at("n"), 100);
    EXPECT_EQ(tiers[0].memory_bytes, 1 << 20);
    EXPECT_FALSE(tiers[0].time_s.has_value());
    EXPECT_EQ(tiers[1].tier, "full");
    EXPECT_DOUBLE_EQ(*tiers[1].time_s, 1);
    EXPECT_EQ(tiers[1].memory_bytes, 2 << 20);
    // One that demands nothing else demands that a call ends.
    EXPECT_DOUBLE_EQ(*with("[target.small]\nn = 100\n").at(0).time_s, 2);
    try {
        with("[target.small]\nn = 100\nmemry = \"1 MiB\"\n");
        FAIL();
    } catch (const Error &error) {
        EXPECT_EQ(error.findings().at(0).message, "unknown key 'memry' of [target.small]");
    }
}

TEST(ProblemFileValues, SizesStayWithinWhatTheOthersAllow) {
    const ProblemFolder folder;
    const Problem problem = folder.read(whole_file);
    EXPECT_EQ(range_of(problem.sizes[1], {{"n", 50}}), (std::pair<double, double>(1, 50)));
    EXPECT_EQ(usual_of(problem.sizes[0], {{"k", 3}}), 4096);
    const Sizes all = complete_sizes(problem, {{"n", 50}});
    EXPECT_EQ(all.at("n"), 50);
    EXPECT_GE(all.at("k"), 1);
    EXPECT_LE(all.at("k"), 50);
    EXPECT_THROW(complete_sizes(problem, {{"n", 200'000}}), Error);
    EXPECT_THROW(complete_sizes(problem, {{"n", 10.5}}), Error);
}

TEST(ProblemFileValues, FaultsNameTheWordThatWasMeant) {
    const ProblemFolder folder;
    EXPECT_EQ(folder.faults(whole_file), "");
    const auto told = [&](const std::string &from, const std::string &to, const std::string &part) {
        const std::string faults = folder.faults(with(from, to));
        EXPECT_NE(faults.find(part), std::string::npos) << to << "\n" << faults;
    };
    told("O(n + k)", "O(n + m)", "m");
    told("same_if = \"numbers\"", "same_if = \"number\"", "numbers");
    told("reference = \"plain\"", "reference = \"plan\"", "plain");
    told("time = \"2 s\"", "time = \"2 sec\"", "2 sec");
    told("source = \"plain.cpp\"", "source = \"lost.cpp\"", "lost.cpp");
    told("[limits]", "[limit]", "limits");
    told("usual = 4096", "usual = \"many\"", "usual");
    told("n = 7500", "q = 7500", "q");
}

TEST(Templates, AreTextExpressionsAndCalls) {
    const Template made = parse_template("{n} {n - k}\n{integers(n, 0, 2^k)}\nend {{}}", {"n", "k"});
    std::vector<TemplatePart::Kind> kinds;
    std::string text;
    for (const TemplatePart &part : made.parts) {
        kinds.push_back(part.kind);
        text += part.text;
    }
    using Kind = TemplatePart::Kind;
    EXPECT_EQ(kinds, (std::vector<Kind>{Kind::expression, Kind::text, Kind::expression, Kind::text,
                                        Kind::call, Kind::text}));
    EXPECT_EQ(text, " \nintegers\nend {}");
    ASSERT_EQ(made.parts[4].arguments.size(), 3u);
    EXPECT_DOUBLE_EQ(static_cast<double>(evaluate(made.parts[4].arguments[2], {{"k", 5}})), 32);
}

TEST(Templates, AskForTheSameWhereASizeIsCapped) {
    const auto same = [](const std::string &text, double n, double m) { // as for a smaller m
        return asks_the_same(parse_template(text, {"n", "m"}), {{"n", n}, {"m", m}},
                             {{"n", n}, {"m", 0.9 * m}});
    };
    for (const char *text :
         {"{let rules = min(m, n (n - 1) / 2)}{n} {integer(rules, rules)}\n{graph(n, rules)}",
          "{n} {min(m, n (n - 1) / 2)}\n{integers(min(m, n (n - 1) / 2), 1, n)}",
          "{let w = min(m, n (n - 1) / 2)}{rows(n, \"{integers(w, 1, 9)}\")}"}) {
        EXPECT_TRUE(same(text, 10, 100)) << text;
        EXPECT_FALSE(same(text, 20, 100)) << text;
    }
    EXPECT_FALSE(same("{let far = integer(1, m)}{integers(n, 1, far)}", 10, 100));
    EXPECT_TRUE(same("{let far = integer(1, n)}{integers(n, 1, min(far, n))}", 10, 100));
    EXPECT_FALSE(same("{m} {integers(min(m, n), 1, 9)}", 10, 100)); // it is printed
}

TEST(Templates, WhatASizeIsCutToIsARelation) {
    const auto relation = [](const std::string &text) -> std::string {
        const auto all = relations_in(parse_template(text, {"n", "m"}));
        return all.empty() ? "" : print(all[0].smaller) + " <= " + print(all[0].larger);
    };
    EXPECT_EQ(relation("{let lines = max(n - 1, min(m, n^2))}{n} {integer(lines, lines)}"), "m <= n^2");
    EXPECT_EQ(relation("{n} {min(n^2, m)}\n{integers(min(m, n^2), 1, n)}"), "m <= n^2");
    EXPECT_EQ(relation("{n} {m}\n{integers(min(m, n), 1, n)}"), "");      // it stands uncut as well
    EXPECT_EQ(relation("{integers(min(m, n), 1, n)} {min(m, 2 n)}"), ""); // cut in two ways
    EXPECT_EQ(relation("{let far = integer(1, n)}{integers(min(m, far), 1, 9)}"), ""); // by chance
    EXPECT_EQ(relation("{integers(n, 1, 9)}"), "");
}

TEST(Problems, ARelationThatEveryShapeKeepsBoundsItsSizes) {
    const Workspace folder;
    const std::string sizes = "n = { from = 2, to = 1000 }\nm = { from = 1, to = 1000, usual = 50 }\n"
                              "[shapes.cut]\ntext = \"{n} {min(m, n)}\"\n";
    EXPECT_TRUE(test::problem_in(folder, sizes).relations().empty()); // `calm` has only n
    Problem problem = test::problem_in(folder, sizes);
    std::erase_if(problem.shapes, [](const Shape &shape) { return shape.name == "calm"; });
    ASSERT_EQ(problem.relations().size(), 1u);
    EXPECT_EQ(print(problem.relations()[0].larger), "n");
}

// m <= min(n^2, 5000) is no reason to take m for a constant, nor n, which is no larger.
TEST(Problems, HowFarIsMeasuredIsNoRelation) {
    const Workspace folder;
    const Problem problem = test::problem_in(
        folder, "n = { from = 2, to = 1000 }\nm = { from = \"n - 1\", to = \"min(n * (n - 1) / 2, 5000)\", "
                "usual = 50 }\nk = { from = 1, to = \"2 * min(n, 70)\" }\n");
    std::vector<std::string> larger;
    for (const Relation &one : problem.relations())
        larger.push_back(print(one.larger));
    EXPECT_EQ(larger, (std::vector<std::string>{"m", "n (n - 1) / 2", "2 n"}));
    const SizeOrder order(problem.size_names(), problem.relations());
    const auto grows_within = [&](const char *one, const char *bound) {
        return order.within(parse_expression(one, problem.size_names()),
                            parse_expression(bound, problem.size_names()));
    };
    EXPECT_FALSE(grows_within("n^2", "m"));
    EXPECT_FALSE(grows_within("k", "1"));
    EXPECT_TRUE(grows_within("m", "n^2") && grows_within("k", "n") && grows_within("n", "m"));
}

TEST(Templates, RowsHoldATemplateOfTheirOwn) {
    const Template made = parse_template("{rows(n, \"{integers(1, 0, 9)} {n}\")}", {"n", "k"});
    ASSERT_EQ(made.parts.size(), 1u);
    EXPECT_EQ(made.parts[0].text, "rows");
    EXPECT_GE(made.parts[0].inner.parts.size(), 2u);
}

TEST(Templates, QuotesOfEitherKindHoldTheOther) {
    for (const char *text : {"{rows(n, \"{letters(n, 'ab}')}\")}", "{rows(n, '{letters(n, \"ab}\")}')}"}) {
        const Template made = parse_template(text, {"n"});
        ASSERT_EQ(made.parts.size(), 1u);
        EXPECT_EQ(made.parts[0].inner.parts.at(0).letters, "ab}");
    }
    EXPECT_THROW(parse_template("{letters(n, \"ab')}", {"n"}), ParseError);
    EXPECT_THROW(parse_template("{letters(n, ab)}", {"n"}), ParseError);
}

TEST(Templates, NamesAreKnownFromWhereTheyStandAndAreNoSizes) {
    const Template made =
        parse_template("{width = integer(1, n)} {let area = width k}{rows(area, \"{width}\")}", {"n", "k"});
    EXPECT_EQ(sizes_in(made), (std::set<std::string>{"n", "k"}));
    EXPECT_TRUE(made.parts[0].is_printed);
    EXPECT_FALSE(made.parts[2].is_printed);
    const auto fault = [](const std::string &text) -> std::string {
        try {
            parse_template(text, {"n"});
        } catch (const ParseError &error) {
            return error.what() + (" " + error.advice);
        }
        return "";
    };
    EXPECT_EQ(fault("{width = n}{width}"), "");
    EXPECT_NE(fault("{width}{width = n}").find("width"), std::string::npos);
    EXPECT_NE(fault("{n = integer(1, 2)}").find("'n' can't be the name"), std::string::npos);
    EXPECT_NE(fault("{sqrt = n}").find("'sqrt' can't be the name"), std::string::npos);
    EXPECT_NE(fault("{levels = integers(n, 1, 2)}").find("more than one number"), std::string::npos);
    EXPECT_NE(fault("{let width}").find("without a name and '='"), std::string::npos);
    EXPECT_NE(fault("{width = }").find("nothing after the '='"), std::string::npos);
    EXPECT_NE(fault("{graph(n)}").find("graph(nodes, edges) or graph(nodes, edges, low, high)"),
              std::string::npos);
}

TEST(Templates, FaultsAreToldAtTheirPlace) {
    const auto offset = [](const std::string &text) -> std::size_t {
        try {
            parse_template(text, {"n"});
        } catch (const ParseError &error) {
            return error.offset;
        }
        return std::string::npos;
    };
    EXPECT_EQ(offset("{n}"), std::string::npos);
    EXPECT_EQ(offset("ab {integrs(n, 0, 1)}"), 4u);
    EXPECT_EQ(offset("{q}"), 1u);
    EXPECT_NE(offset("{integers(n, 0)}"), std::string::npos); // one argument short
    EXPECT_NE(offset("{n"), std::string::npos);
    try {
        parse_template("{integrs(n, 0, 1)}", {"n"});
        FAIL();
    } catch (const ParseError &error) {
        EXPECT_EQ(error.advice, "did you mean 'integers'?");
    }
}

TEST(Agreements, ComeBackAsTheyWereWritten) {
    const Workspace folder;
    Agreement agreement;
    agreement.reference = "plain";
    agreement.reference_why = "the problem names it";
    agreement.inputs = 75;
    SolutionAgreement good, bad;
    good.name = "plain";
    bad.name = "quick";
    bad.verdict = SolutionAgreement::Verdict::disagrees;
    bad.found_while = "measuring";
    bad.outcome = Outcome::wrong_answer;
    bad.detail = "line 1: expected '7', got '2'";
    bad.counterexample =
        Counterexample{"calm", {{"k", 1}, {"n", 3}}, 18446744073709551615ull, "3 1\naba\n", "2\n", "\xff\n"};
    agreement.solutions = {good, bad};
    write_file(folder.path() / "agreement.json", agreement_json(agreement));
    const Agreement read = read_agreement(folder.path() / "agreement.json");
    EXPECT_EQ(read.reference, "plain");
    EXPECT_EQ(read.reference_why, agreement.reference_why);
    EXPECT_EQ(read.inputs, 75);
    EXPECT_EQ(read.agreeing(), std::vector<std::string>{"plain"});
    const SolutionAgreement *quick = read.solution("quick");
    ASSERT_NE(quick, nullptr);
    EXPECT_EQ(quick->verdict, SolutionAgreement::Verdict::disagrees);
    EXPECT_EQ(quick->found_while, "measuring");
    EXPECT_EQ(quick->outcome, Outcome::wrong_answer);
    ASSERT_TRUE(quick->counterexample.has_value());
    EXPECT_EQ(quick->counterexample->seed, 18446744073709551615ull); // no double in between
    EXPECT_EQ(quick->counterexample->sizes.at("n"), 3);
    EXPECT_EQ(quick->counterexample->got, "\xEF\xBF\xBD\n"); // what is no text is marked
    EXPECT_EQ(read.solution("nobody"), nullptr);
    EXPECT_EQ(sentence_for(*quick),
              "wrong answer on calm, k = 1, n = 3, seed 18446744073709551615: line 1: expected '7', got "
              "'2' (found while measuring)");
}

TEST(Agreements, AnotherFormatIsAnError) {
    const Workspace folder;
    const auto path = folder.path() / "agreement.json";
    EXPECT_THROW(read_agreement(path), Error);
    for (const char *text :
         {"", "{}", "[1]", R"({"schema": "iron-stopwatch/agreement/99", "solutions": []})"}) {
        write_file(path, text);
        EXPECT_THROW(read_agreement(path), Error) << text;
    }
}

} // namespace
} // namespace iron
