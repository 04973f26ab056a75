#include <gtest/gtest.h>

#include "core/plan/ladder.h"
#include "records/files.h"
#include "views/lines.h"
#include "views/text.h"

namespace iron {
namespace {

SolutionLines sorted_scan() {
    SolutionLines lines{"sorted-scan", "calm", {}, {}};
    for (const double n : ladder(16, 4096)) {
        const auto whole = static_cast<std::int64_t>(n);
        lines.calls.push_back({{n},
                               0,
                               {{"9", 1},
                                {"10", whole + 1},
                                {"11", whole * (whole - 1) / 2},
                                {"12 sort", 9 * whole},
                                {" setup", 3}}});
    }
    Fitter fitter;
    lines.profiles = fit_profiles(lines.calls, {"n"}, fitter);
    return lines;
}

SourceFiles source() {
    SourceFiles files;
    for (int line = 1; line <= 20; ++line)
        files.lines[""].push_back(
            line == 11 ? "\tfor (int j = i + 1; j < n; ++j) top = larger(top, level[i] + level[j]);"
                       : "line number " + std::to_string(line));
    return files;
}

JudgedClaim exceeded(const std::string &bound) {
    JudgedClaim claim{"sorted-scan", {Metric::time, "every", parse_bound(bound, {"n"})}, {}};
    claim.judgement.verdict = Verdict::exceeded;
    claim.judgement.decided_by = Metric::steps;
    return claim;
}

std::string told() {
    return lines_text(lines_table(sorted_scan(), {"n"}, {4096}, {exceeded("O(n log n)")}, source()));
}

std::string with(const std::string &part) {
    for (const std::string &line : lines_in(told()))
        if (line.find(part) != std::string::npos) return line;
    return "";
}

TEST(LinesText, EachLineHasItsShareItsCountAndItsGrowth) {
    EXPECT_TRUE(told().starts_with("sorted-scan, calm, n = 4,096\n")) << told();
    EXPECT_NE(with("line number 10").find("4,097  n + 1"), std::string::npos) << told();
    EXPECT_NE(with("for (int j").find("8,386,560  n (n - 1) / 2"), std::string::npos) << told();
    EXPECT_NE(with("for (int j").find("99.5 %"), std::string::npos) << told();
}

TEST(LinesText, TheLineThatBreaksAClaimIsMarkedAndNoOther) {
    EXPECT_EQ(with("for (int j")[0], '>');
    EXPECT_EQ(with("line number 10")[0], ' ');
    EXPECT_NE(with("> breaks O(n log n)"), "");
    const std::string kept = lines_text(lines_table(sorted_scan(), {"n"}, {4096}, {}, source()));
    EXPECT_EQ(kept.find('>'), std::string::npos);
}

TEST(LinesText, LibraryFunctionsStandBelowWithTheLinesThatCallThem) {
    const std::vector<std::string> lines = lines_in(told());
    const auto heading = std::find_if(lines.begin(), lines.end(), [](const std::string &line) {
        return line.find("library function") != std::string::npos;
    });
    ASSERT_NE(heading, lines.end());
    EXPECT_NE((heading + 1)->find("   12 "), std::string::npos) << *(heading + 1);
    EXPECT_NE((heading + 1)->find("9 n"), std::string::npos) << *(heading + 1);
    EXPECT_NE(with("setup").find(" ? "), std::string::npos) << told(); // nobody knows from where
}

TEST(LinesText, LongSilencesAreLeftOutAndLongLinesCut) {
    EXPECT_EQ(with("line number 5"), "");
    EXPECT_NE(with("line number 12"), ""); // a library function is called there
    EXPECT_NE(told().find("…"), std::string::npos);
    for (const std::string &line : lines_in(told()))
        EXPECT_LE(width_of(line), 80u) << line;
}

TEST(LinesText, OfSourcesThatHaveChangedNoLineIsShown) {
    SourceFiles changed = source();
    changed.as_measured = false;
    const LinesTable table = lines_table(sorted_scan(), {"n"}, {4096}, {}, changed);
    EXPECT_TRUE(table.files.empty());
    EXPECT_FALSE(table.library.empty());
    EXPECT_EQ(source_line(changed, {"", {11}, ""}), "");
}

TEST(LinesText, ALineOfTheSourceIsToldWithoutItsBlanks) {
    EXPECT_EQ(source_line(source(), {"", {11}, ""}),
              "for (int j = i + 1; j < n; ++j) top = larger(top, level[i] + level[j]);");
    EXPECT_EQ(source_line(source(), {"", {21}, ""}), "");
    EXPECT_EQ(source_line(source(), {"gauge.hpp", {1}, ""}), "");
}

} // namespace
} // namespace iron
