#include "records/result_folder.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

#include "core/error.h"
#include "records/agreement.h"
#include "records/files.h"
#include "records/journal.h"
#include "records/json.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

// Where the other sizes have the values that most readings have.
std::map<std::string, double> most_frequent(const std::vector<Measurement> &measurements) {
    std::map<std::string, std::map<double, int>> counts;
    for (const Measurement &m : measurements)
        for (const auto &[name, size] : m.sizes)
            ++counts[name][size];
    std::map<std::string, double> usual;
    for (const auto &[name, sizes] : counts)
        usual[name] = std::max_element(sizes.begin(), sizes.end(), [](const auto &a, const auto &b) {
                          return a.second < b.second;
                      })->first;
    return usual;
}

// The size that has most values is the one to look along.
std::string swept_size(const std::vector<Measurement> &measurements) {
    std::map<std::string, std::set<double>> values;
    for (const Measurement &m : measurements)
        for (const auto &[name, size] : m.sizes)
            values[name].insert(size);
    std::string swept;
    for (const auto &[name, sizes] : values)
        if (swept.empty() || sizes.size() > values[swept].size()) swept = name;
    return swept;
}

// What was counted by line, of the journal; how the lines read, of lines.json.
std::map<std::string, CountedLines> counted_lines(const Journal &journal, const fs::path &folder) {
    std::map<std::string, CountedLines> all;
    for (const Measurement &m : journal.measurements)
        if (m.kind == MeasuredKind::counting && m.outcome == Outcome::done && !m.spots.empty())
            all[m.solution].shapes[m.shape].insert({m.sizes, m.spots});
    if (!fs::exists(folder / "lines.json")) return all;
    const Json document = json_if_any(read_file(folder / "lines.json"));
    if (!document.is_object() || !document.contains("solutions")) return all;
    for (const Json &solution : document["solutions"])
        for (const Json &profile : solution.value("profiles", Json::array()))
            for (const Json &spot : profile.value("spots", Json::array()))
                if (spot.contains("text") && spot["text"].is_string() && spot["line"].is_number_integer())
                    all[solution.value("solution", "")]
                        .texts[key_of({spot["file"].is_string() ? spot["file"].get<std::string>() : "",
                                       {spot["line"].get<int>()},
                                       ""})] = spot["text"];
    return all;
}

} // namespace

ResultFolder read_result_folder(const std::string &path) {
    const fs::path folder = fs::exists(fs::path(path) / "measurements.jsonl")
                                ? fs::path(path)
                                : fs::path(path) / "stopwatch-results";
    if (!fs::exists(folder / "measurements.jsonl"))
        throw Error(Category::usage, fmt::format("{} holds no measurements.jsonl", path),
                    "give two results folders: what 'run' wrote before, and what it wrote after");
    ResultFolder read;
    const Journal journal = read_journal(folder / "measurements.jsonl");
    read.heading = journal.heading;
    if (read.heading.empty())
        throw Error(Category::usage, fmt::format("the journal in {} has no heading", folder.string()),
                    "it was torn before anything was measured: measure again");
    std::vector<std::string> solutions, shapes;
    const auto add = [](std::vector<std::string> &list, const std::string &name) {
        if (std::find(list.begin(), list.end(), name) == list.end()) list.push_back(name);
    };
    for (const Measurement &m : journal.measurements) {
        add(solutions, m.solution);
        add(shapes, m.shape);
    }
    std::sort(solutions.begin(), solutions.end());
    std::sort(shapes.begin(), shapes.end());
    read.size_name = swept_size(journal.measurements);
    const std::map<std::string, double> usual = most_frequent(journal.measurements);
    const auto on_sweep = [&](const Sizes &sizes) {
        return std::all_of(sizes.begin(), sizes.end(), [&](const auto &size) {
            return size.first == read.size_name || size.second == usual.at(size.first);
        });
    };
    read.results.series = all_series(journal.measurements, solutions, shapes, {read.size_name}, on_sweep);
    read.results.lines = counted_lines(journal, folder);
    for (const std::string &solution : solutions)
        read.results.standings.push_back({solution, "", {}});
    const auto standing = [&](const std::string &name) -> Standing & {
        for (Standing &one : read.results.standings)
            if (one.solution == name) return one;
        return read.results.standings.emplace_back(Standing{name, "", {}});
    };
    if (fs::exists(folder / "agreement.json"))
        for (const SolutionAgreement &one : read_agreement(folder / "agreement.json").solutions)
            standing(one.name).answers = word_for(one.verdict);
    if (fs::exists(folder / "claims.json")) {
        const auto document = json_if_any(read_file(folder / "claims.json"));
        if (document.is_object() && document.contains("claims"))
            for (const auto &claim : document["claims"])
                standing(claim.value("solution", ""))
                    .verdicts.push_back({fmt::format("{} {}, {}", claim.value("metric", ""),
                                                     claim.value("canonical", ""), claim.value("shape", "")),
                                         claim.value("verdict", "")});
    }
    return read;
}

} // namespace iron
