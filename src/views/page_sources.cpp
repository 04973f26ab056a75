#include "views/page_sources.h"

#include <fmt/format.h>
#include <set>

#include "core/words.h"
#include "views/text.h"

namespace iron {

namespace {

constexpr std::size_t most_places = 8; // of a shape: so much can be looked at

const char *const library_functions = "library functions";

std::string first_source(const Solution &solution) {
    return solution.sources.empty() ? "" : solution.sources.front();
}

LinesTable table_at(const Report &report, const SolutionLines &lines, const std::vector<double> &place) {
    return lines_table(lines, report.scope.problem.size_names(), place, report.claims,
                       report.sources.at(lines.solution));
}

// Evenly chosen, the last always.
std::vector<std::vector<double>> some_of(const std::vector<std::vector<double>> &places) {
    if (places.size() <= most_places) return places;
    std::vector<std::vector<double>> some;
    for (std::size_t i = 1; i <= most_places; ++i)
        some.push_back(places[i * places.size() / most_places - 1]);
    return some;
}

std::string told(const std::vector<std::string> &names, const std::vector<double> &place) {
    std::string text;
    for (std::size_t i = 0; i < names.size(); ++i)
        text += fmt::format("{}{} = {}", i ? ", " : "", names[i], grouped(place[i]));
    return text;
}

} // namespace

std::vector<PageSource> page_sources(const Report &report, const Solution &solution) {
    std::vector<PageSource> all;
    std::set<std::string> counted;
    if (const SolutionLines *lines = hardest_shape(report.fitted.lines, solution.name)) {
        const LinesTable table = table_at(report, *lines, lines->places().back());
        for (const auto &[file, rows] : table.files) {
            all.push_back({file.empty() ? first_source(solution) : file, table.where, rows, false});
            counted.insert(file);
        }
        if (!table.library.empty()) all.push_back({library_functions, table.where, table.library, true});
    }
    const auto sources = report.sources.find(solution.name);
    if (sources == report.sources.end()) return all;
    for (const auto &[file, lines] : sources->second.lines) {
        if (counted.contains(file)) continue;
        PageSource plain{file.empty() ? first_source(solution) : file, "", {}, false};
        for (std::size_t i = 0; i < lines.size(); ++i) {
            plain.rows.push_back({});
            plain.rows.back().number = std::to_string(i + 1);
            plain.rows.back().text = lines[i];
        }
        all.push_back(std::move(plain));
    }
    return all;
}

std::vector<PageLines> page_lines(const Report &report, const Solution &solution) {
    std::vector<PageLines> all;
    for (const SolutionLines &lines : report.fitted.lines) {
        if (lines.solution != solution.name) continue;
        for (const std::vector<double> &place : some_of(lines.places())) {
            LinesTable table = table_at(report, lines, place);
            PageLines one{
                lines.solution, lines.shape, told(report.scope.problem.size_names(), place), table.where, {}};
            for (auto &[file, rows] : table.files)
                one.sources.push_back(
                    {file.empty() ? first_source(solution) : file, table.where, std::move(rows), false});
            one.sources.push_back({library_functions, table.where, std::move(table.library), true});
            all.push_back(std::move(one));
        }
    }
    return all;
}

} // namespace iron
