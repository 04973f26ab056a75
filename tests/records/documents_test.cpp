// Documents from values.
#include <gtest/gtest.h>
#include <nlohmann/json.hpp>

#include "core/bound/parse.h"
#include "lab/workspace.h"
#include "records/documents.h"
#include "records/files.h"
#include "records/foreign.h"

namespace iron {
namespace {

const Sentence no_words = [](const Judgement &) { return "it \"stays\", level"; };

TEST(ClaimsDocument, NamesTheSizeThatWouldDecide) {
    JudgedClaim one;
    one.solution = "fallback";
    one.claim = {Metric::time, "every", parse_bound("O(n + k)", {"n", "k"})};
    one.judgement.would_decide = WouldDecide{"k", 5e4, 2.5e6};
    const auto document = nlohmann::json::parse(claims_json({one}, no_words));
    const auto &decide = document.at("claims").at(0).at("would_decide");
    EXPECT_EQ(decide, nlohmann::json({{"sizes", {{"k", 50'000}}}, {"cost_ns", 2'500'000}}));
}

Measurement reading(MeasuredKind kind, const std::string &solution, double n, double value, int round = 0) {
    Measurement m;
    m.kind = kind;
    m.solution = solution;
    m.shape = "calm";
    m.sizes = {{"n", n}};
    m.round = round;
    if (kind == MeasuredKind::timing) m.time_ns = value, m.calls = 1;
    if (kind == MeasuredKind::counting) m.steps = static_cast<std::int64_t>(value);
    if (kind == MeasuredKind::space) m.space.space_bytes = static_cast<std::int64_t>(value);
    return m;
}

// What `report` writes is what `--data` takes.
TEST(ReadingsTable, IsReadBackAsAForeignTable) {
    const std::string odd = "one, \"two\" and\nthree";
    std::vector<Measurement> all;
    for (int i = 0; i < 4; ++i)
        all.push_back(reading(MeasuredKind::timing, odd, 16 << i, 12.5 * (i + 1), i));
    all.push_back(reading(MeasuredKind::counting, "scan", 64, 1e12));
    all.push_back(reading(MeasuredKind::space, "scan", 64, 4096));
    all.push_back(reading(MeasuredKind::counting, "crashed", 64, 1));
    all.back().outcome = Outcome::crashed; // no reading
    const Workspace folder;
    write_file(folder.path() / "readings.csv", readings_csv(all, {"n"}));
    const ForeignData data = read_foreign_data(folder.path() / "readings.csv");
    ASSERT_EQ(data.series.size(), 3u);
    EXPECT_EQ(data.series[0].solution, odd);
    EXPECT_EQ(data.series[0].metric, Metric::time);
    ASSERT_EQ(data.series[0].series.places.size(), 4u);
    EXPECT_DOUBLE_EQ(data.series[0].series.places[3].readings[0].value, 50);
    EXPECT_EQ(data.series[1].series.places[0].readings[0].value, 1e12); // to the last digit
    EXPECT_EQ(data.series[2].metric, Metric::space);
}

TEST(ClaimsTable, QuotesWhatHasCommasAndQuotes) {
    JudgedClaim one;
    one.solution = "scan";
    one.claim = {Metric::time, "every", parse_bound("O(min(n, k))", {"n", "k"})};
    one.judgement.verdict = Verdict::holds;
    one.judgement.loose = true;
    const std::string text = claims_csv({one}, no_words);
    EXPECT_NE(text.find("\nscan,every,time,\"O(min(n, k))\",holds,yes,"), std::string::npos) << text;
    EXPECT_NE(text.find("\"it \"\"stays\"\", level\""), std::string::npos) << text;
}

TEST(GrowthTable, LeavesOutWhatWasNotFitted) {
    SeriesGrowth none{"scan", "calm", Metric::steps, {}};
    none.growth.points = {{{16}, 1}, {{32}, 2}};
    none.growth.catalogue = std::make_shared<const Catalogue>(
        std::vector<std::string>{"n"}, std::vector<Relation>{}, std::vector<bool>{true});
    const std::string text = growth_csv({none});
    EXPECT_NE(text.find("\nscan,calm,steps,,,,,16,32\n"), std::string::npos) << text;
}

} // namespace
} // namespace iron
