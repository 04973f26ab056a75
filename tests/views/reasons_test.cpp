// Reasons in words.
#include "views/reasons.h"

#include <gtest/gtest.h>

namespace iron {
namespace {

Stretch stretch(double first, double last, Metric metric = Metric::steps, const char *bound = "n") {
    return {metric, bound, {{"n", 16}}, {{"n", 1024}}, first, last};
}

std::string said(Reason reason, std::vector<Remark> remarks = {}) {
    Judgement judgement;
    judgement.reason = std::move(reason);
    judgement.remarks = std::move(remarks);
    return reason_text(judgement);
}

TEST(Reasons, TellTheCourseOfAReadingOverItsBound) {
    EXPECT_EQ(said(because::Keeps{stretch(7, 7)}), "steps / n stay level at 7 between n = 16 and 1,024");
    EXPECT_EQ(said(because::Keeps{stretch(9, 7)}), "steps / n fall from 9 to 7 between n = 16 and 1,024");
    EXPECT_EQ(said(because::Leaves{stretch(2, 9, Metric::time, "n log n"), "n^2", {}}),
              "time / (n log n) rises from 2 ns to 9 ns between n = 16 and 1,024, as n^2 does");
    EXPECT_EQ(said(because::Keeps{stretch(64, 64, Metric::space, "1")}),
              "space stays within 64 B between n = 16 and 1,024");
}

TEST(Reasons, TellWhatTheHighestFallsTo) {
    EXPECT_EQ(
        said(because::HighestFalls{Metric::steps, "n k", {{"n", 270.9, 3, 2}, {"k", 64, 3, 0.5}}}),
        "the larger a size is, the lower are the highest steps / (n k): 3 up to n = 270 and 2 above; 3 up "
        "to k = 64 and 0.5 above");
    EXPECT_EQ(said(because::HighestFalls{Metric::space, "n", {{"n", 270, 64, 32}}}),
              "the larger n is, the lower is the highest space / n: 64 B up to n = 270 and 32 B above");
}

TEST(Reasons, NameEverySizeInTheOrderOfTheProblem) {
    Stretch two = stretch(1, 4);
    two.from = {{"n", 16}, {"k", 4}}, two.to = {{"n", 64}, {"k", 256}};
    EXPECT_EQ(
        said(because::Leaves{two, "n log k", {"k"}}),
        "steps / n rise from 1 at n = 16, k = 4 to 4 at n = 64, k = 256, as n log k does; that grows with k, "
        "which the bound does not name");
}

TEST(Reasons, TooFewSaysOfWhatAndHowManyThereAre) {
    EXPECT_EQ(said(because::TooFewPlaces{{4, 6, "n", 1.5, 2}, 16, 45, "n", false}),
              "only 4 sizes were measured, n = 16 to 45: too few to tell growth (6 are the least; n goes "
              "over 1.5 of "
              "2 doublings)");
    EXPECT_EQ(said(because::TooFewPlaces{{8, 12, "", 0, 2}, 16, 45, "n", true}),
              "only 8 places were measured, n = 16 to 45: too few to tell growth (12 are the least)");
    EXPECT_EQ(said(because::TooFewPlaces{{0, 6, "", 0, 2}, 0, 0, "n", false}),
              "only 0 sizes were measured: too few to tell growth (6 are the least)");
}

TEST(Reasons, TheShapeStandsFirstAndRemarksLast) {
    Judgement judgement;
    judgement.reason = because::Keeps{stretch(7, 7)};
    judgement.worst_shape = "flood";
    judgement.one_of_several = true;
    judgement.remarks = {besides::Capped{"ebb", "flood"}, besides::SmallestClaim{"O(n)"}};
    EXPECT_EQ(reason_text(judgement), "flood: steps / n stay level at 7 between n = 16 and 1,024; on ebb it "
                                      "never takes more than on flood; "
                                      "the smallest claim that holds is O(n)");
}

// No sentence beside `exceeded` says that a ratio falls but that of a bound from below.
TEST(Reasons, OfWhatCanNotBeToldSayWhy) {
    EXPECT_NE(said(because::NothingSeen{stretch(9, 7), "n log n"}).find("nothing leaves it for all to see"),
              std::string::npos);
    EXPECT_NE(said(because::ShapesOfTheirOwn{}).find("each shape has a claim of its own"), std::string::npos);
    EXPECT_NE(said(because::BelowGrain{262144}).find("256 KiB"), std::string::npos);
    EXPECT_NE(said(because::BeyondStartUp{"n", 5e7, 4})
                  .find("start-up of its process, 50 ms: what lies beyond it rises 4 times"),
              std::string::npos);
    EXPECT_NE(
        said(because::StartUp{8192, 2, Metric::space}).find("only 2 readings are 1.5 times the least, 8 KiB"),
        std::string::npos);
    EXPECT_NE(said(because::StartUp{5e7}).find("no reading is 1.5 times as long as the least, 50 ms"),
              std::string::npos);
    EXPECT_NE(
        said(because::SlowSteps{"n^1.5", {{{"n", 16}}, {{"n", 64}}, 2, 9, 4, 1.5}}).find("4.5 times more"),
        std::string::npos);
    EXPECT_NE(said(because::SlowSteps{"n^2", {{{"n", 16}}, {{"n", 64}}, 2, 9, 4, 1, true}})
                  .find("4.5 times more where its numbers may be longer"),
              std::string::npos);
    EXPECT_NE(said(because::Keeps{stretch(7, 7)}, {besides::Hardest{12}}).find("only the 12 places"),
              std::string::npos);
}

} // namespace
} // namespace iron
