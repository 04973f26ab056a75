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
    m.kind = MeasuredKind::counting;
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
    JournalWriter(path, "{\"schema\":false}");
    EXPECT_THROW(read_journal(path), Error);
    EXPECT_THROW(read_journal(workspace.path() / "absent"), Error);
}

const auto everywhere = [](const Sizes &) { return true; };

TEST(Series, OverSeveralSizesHoldEveryCellAndTheSweepAlone) {
    std::vector<Measurement> all;
    for (const double n : {16, 32})
        for (const double k : {2, 4}) {
            all.push_back(counting("scan", n, static_cast<std::int64_t>(n * k)));
            all.back().sizes["k"] = k;
        }
    const auto on_sweep = [](const Sizes &sizes) { return sizes.at("k") == 4; };
    const auto series = all_series(all, {"scan"}, {"calm"}, {"n", "k"}, on_sweep);
    ASSERT_EQ(series.size(), 1u);
    EXPECT_EQ(series[0].series.names, (std::vector<std::string>{"n", "k"}));
    ASSERT_EQ(series[0].series.places.size(), 4u);
    EXPECT_EQ(series[0].series.places[3].sizes, (std::vector<double>{32, 4}));
    EXPECT_EQ(series[0].series.places[3].readings[0].value, 128);
    const Series line = along(series[0].series, "n");
    ASSERT_EQ(line.places.size(), 2u);
    EXPECT_EQ(line.places[0].readings[0].value, 64);
}

TEST(Series, CountsOfOneInputAreOneReading) {
    std::vector<Measurement> all;
    for (const std::uint64_t seed : {7, 7, 7, 8}) {
        all.push_back(counting("scan", 16, seed == 7 ? 40 : 60));
        all.back().seed = seed;
    }
    const auto readings = [&] {
        return all_series(all, {"scan"}, {"calm"}, {"n"}, everywhere)[0].series.places[0].readings.size();
    };
    EXPECT_EQ(readings(), 2u);
    for (Measurement &m : all)
        m.varying = true; // from call to call: each says something
    EXPECT_EQ(readings(), 4u);
}

TEST(Series, AreGatheredBySolutionShapeAndMetric) {
    std::vector<Measurement> all = {counting("scan", 32, 64), counting("scan", 16, 32),
                                    counting("pairs", 16, 256)};
    all.push_back(counting("scan", 64, 1));
    all.back().outcome = Outcome::crashed; // no reading
    const auto series = all_series(all, {"scan", "pairs"}, {"calm", "storm"}, {"n"}, everywhere);
    ASSERT_EQ(series.size(), 2u);
    EXPECT_EQ(series[0].solution, "scan");
    EXPECT_EQ(series[0].metric, Metric::steps);
    ASSERT_EQ(series[0].series.places.size(), 2u);
    EXPECT_EQ(series[0].series.places[0].sizes[0], 16);
    EXPECT_EQ(series[0].series.places[0].readings[0].value, 32);
}

TEST(Quantity, ReadsUnitsAndRefusesTheRest) {
    EXPECT_DOUBLE_EQ(parse_seconds("30s"), 30);
    EXPECT_DOUBLE_EQ(parse_seconds("1.5 min"), 90);
    EXPECT_DOUBLE_EQ(parse_seconds("250 us"), 250e-6);
    EXPECT_EQ(parse_bytes("256 MiB"), 256 << 20);
    EXPECT_DOUBLE_EQ(parse_number("1_000", "n"), 1000);
    for (const char *text : {"", "s", "5", "5 sec", "-1 s", "nan s", "5 s s", "1e999 s"})
        EXPECT_THROW(parse_seconds(text), Error) << text;
    for (const char *text : {"256 MB", "12", "x KiB", "22e27 MiB"})
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

TEST(Journal, LessThanAQuarterOfAnEmptyCallIsNotTold) {
    Measurement m;
    m.kind = MeasuredKind::timing;
    m.calls = 1000;
    m.time_ns = 0.05;
    m.floor_ns = 2;
    EXPECT_EQ(value_of(m).value, 0.5);
    m.time_ns = 3;
    EXPECT_EQ(value_of(m).value, 3);
    m.calls = 1;
    m.time_ns = m.floor_ns = 2e6; // a whole program that does nothing: nothing was taken off
    EXPECT_EQ(value_of(m).value, 2e6);
}

TEST(Journal, AllThatACallHoldsIsInputAnswerAndSpace) {
    Measurement m;
    m.kind = MeasuredKind::space;
    m.shape = "calm";
    m.sizes = {{"n", 64}};
    m.solution = "scan";
    m.space = {2000, 2000, 8, 16, 3, 16, 9000, 512};
    Measurement silent = m, program = m;
    silent.solution = "silent";
    silent.space.input_bytes = -1;
    program.solution = "whole";
    program.space.input_bytes = -1;
    const auto series = memory_series({m, silent, program}, {"scan", "silent", "whole"}, {"whole"}, {"calm"},
                                      {"n"}, everywhere);
    ASSERT_EQ(series.size(), 2u);
    EXPECT_EQ(series[0].metric, Metric::memory);
    EXPECT_EQ(series[0].series.places[0].readings[0].value, 2520);
    EXPECT_EQ(series[1].solution, "whole");
    EXPECT_EQ(series[1].series.places[0].readings[0].value, 9000);
}

TEST(Journal, ASpaceReadingComesBackAsItWasWritten) {
    const Workspace workspace;
    Measurement m;
    m.kind = MeasuredKind::space;
    m.solution = "scan";
    m.shape = "calm";
    m.sizes = {{"n", 64}};
    m.space = {2064, 2048, 8, 16, 3, 1024, 4096, 512};
    {
        JournalWriter writer(workspace.path() / "j", R"({"schema":"iron-stopwatch/measurements/1"})");
        writer.append(m);
        m.kind = MeasuredKind::counting;
        m.steps = 12;
        m.bulk_steps = 5;
        writer.append(m);
    }
    const Journal journal = read_journal(workspace.path() / "j");
    ASSERT_EQ(journal.measurements.size(), 2u);
    const SpaceReading &space = journal.measurements[0].space;
    EXPECT_EQ(space.space_bytes, 2064);
    EXPECT_EQ(space.heap_peak_bytes, 2048);
    EXPECT_EQ(space.answer_bytes, 8);
    EXPECT_EQ(space.stack_peak_bytes, 16);
    EXPECT_EQ(space.allocations, 3);
    EXPECT_EQ(space.grain_bytes, 1024);
    EXPECT_EQ(space.resident_peak_bytes, 4096);
    EXPECT_EQ(space.input_bytes, 512);
    EXPECT_EQ(journal.measurements[1].bulk_steps, 5);
    const auto series = all_series(journal.measurements, {"scan"}, {"calm"}, {"n"}, everywhere);
    ASSERT_EQ(series.size(), 2u);
    EXPECT_EQ(series[0].metric, Metric::steps);
    EXPECT_EQ(series[1].metric, Metric::space);
    EXPECT_EQ(series[1].series.grain, 1024);
    EXPECT_EQ(series[1].series.places[0].readings[0].value, 2064);
}

// Garbage is in some readings: the series knows both how fine the finest is and how coarse the coarsest.
TEST(Series, OfBytesKnowBothGrains) {
    std::vector<Measurement> all;
    for (const std::int64_t grain : {16384, 2097152, 16384}) {
        Measurement m = counting("set", 64 << all.size(), 0);
        m.kind = MeasuredKind::space;
        m.space.space_bytes = 5'000'000;
        m.space.grain_bytes = grain;
        all.push_back(m);
    }
    const auto series = all_series(all, {"set"}, {"calm"}, {"n"}, everywhere);
    ASSERT_EQ(series.size(), 1u);
    EXPECT_EQ(series[0].series.grain, 2097152);
    EXPECT_EQ(series[0].series.grain_of_most, 16384);
}

} // namespace
} // namespace iron
