#include <fstream>
#include <gtest/gtest.h>

#include "core/error.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "records/journal.h"
#include "records/quantity.h"

namespace iron {
namespace {

const char *const heading = R"({"schema":"iron-stopwatch/measurements/1","seed":1})";

Measurement counting(const std::string &solution, double n, std::int64_t steps) {
    Measurement m;
    m.kind = "counting";
    m.solution = solution;
    m.shape = "calm";
    m.sizes = {{"n", n}};
    m.seed = 10'000;
    m.steps = steps;
    return m;
}

struct JournalTest : testing::Test {
    Workspace workspace;
    std::filesystem::path path = workspace.path() / "measurements.jsonl";
    JournalTest() {
        JournalWriter writer(path, heading);
        for (int i = 1; i <= 3; ++i)
            writer.append(counting("scan", 10 * i, 100 * i));
    }
};

TEST_F(JournalTest, ReadsBackWhatWasWritten) {
    const Journal journal = read_journal(path);
    EXPECT_EQ(journal.heading, heading);
    ASSERT_EQ(journal.measurements.size(), 3u);
    EXPECT_EQ(journal.measurements[2].steps, 300);
    EXPECT_EQ(journal.measurements[2].sizes.at("n"), 30);
    EXPECT_EQ(journal.measurements[2].outcome, Outcome::done);
    EXPECT_EQ(journal.dropped, 0u);
}

TEST_F(JournalTest, TornLastLineIsDroppedWhereverItIsCut) {
    const std::string whole = read_file(path);
    const std::size_t first = whole.find('\n') + 1;
    for (std::size_t cut = first; cut < whole.size(); ++cut) {
        std::ofstream(path, std::ios::binary) << whole.substr(0, cut);
        const Journal journal = read_journal(path);
        const std::string kept = whole.substr(0, cut);
        const auto lines = static_cast<std::size_t>(std::count(kept.begin(), kept.end(), '\n')) - 1;
        ASSERT_EQ(journal.measurements.size(), lines) << "cut at byte " << cut;
        ASSERT_EQ(journal.dropped, kept.back() == '\n' ? 0u : 1u);
    }
}

TEST_F(JournalTest, ADamagedLineIsDroppedAndTheOthersStay) {
    std::string text = read_file(path);
    const std::size_t at = text.find("\"steps\":200");
    text.replace(at, 11, "\"steps\":900");
    std::ofstream(path, std::ios::binary) << text;
    const Journal journal = read_journal(path);
    EXPECT_EQ(journal.measurements.size(), 2u);
    EXPECT_EQ(journal.dropped, 1u);
}

TEST_F(JournalTest, AnotherFileIsRefused) {
    for (const char *text : {"", "\n", "{}\n", "{\"schema\":\"iron-stopwatch/claims/1\"}\n", "\x01\x02\n"}) {
        std::ofstream(path, std::ios::binary) << text;
        EXPECT_THROW(read_journal(path), Error) << text;
    }
    EXPECT_THROW(read_journal(workspace.path() / "absent"), Error);
}

TEST(Series, AreGatheredBySolutionShapeAndMetric) {
    std::vector<Measurement> all = {counting("scan", 32, 64), counting("scan", 16, 32),
                                    counting("pairs", 16, 256)};
    all.push_back(counting("scan", 64, 1));
    all.back().outcome = Outcome::crashed; // no reading
    const auto series = all_series(all, {"scan", "pairs"}, {"calm", "storm"}, "n");
    ASSERT_EQ(series.size(), 2u);
    EXPECT_EQ(series[0].solution, "scan");
    EXPECT_EQ(series[0].metric, "steps");
    ASSERT_EQ(series[0].series.points.size(), 2u);
    EXPECT_EQ(series[0].series.points[0].size, 16);
    EXPECT_EQ(series[0].series.points[0].readings[0].value, 32);
}

TEST(Quantity, ReadsUnitsAndRefusesTheRest) {
    EXPECT_DOUBLE_EQ(parse_seconds("30s"), 30);
    EXPECT_DOUBLE_EQ(parse_seconds("1.5 min"), 90);
    EXPECT_DOUBLE_EQ(parse_seconds("250 us"), 250e-6);
    EXPECT_EQ(parse_bytes("256 MiB"), 256 << 20);
    EXPECT_DOUBLE_EQ(parse_number("1_000", "n"), 1000);
    for (const char *text : {"", "s", "5", "5 sec", "-1 s", "nan s", "5 s s", "1e999 s"})
        EXPECT_THROW(parse_seconds(text), Error) << text;
    for (const char *text : {"256 MB", "12", "x KiB"})
        EXPECT_THROW(parse_bytes(text), Error) << text;
    for (const char *text : {"", "5x", "inf", "--5"})
        EXPECT_THROW(parse_number(text, "n"), Error) << text;
}

TEST(Files, AreReplacedWhole) {
    const Workspace workspace;
    const auto path = workspace.path() / "deep" / "er" / "file";
    write_file(path, "one");
    write_file(path, "two");
    EXPECT_EQ(read_file(path), "two");
    EXPECT_EQ(std::distance(std::filesystem::directory_iterator(path.parent_path()), {}),
              1); // nothing left beside it
    EXPECT_THROW(write_file("/proc/no/such", "x"), Error);
}

} // namespace
} // namespace iron
