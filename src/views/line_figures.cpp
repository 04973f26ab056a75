// `lines-SOLUTION` (figures.h).
#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>

#include "views/along.h"
#include "views/figures.h"
#include "views/text.h"

namespace iron {

namespace {

constexpr std::size_t most_lines = 7; // told apart by colour and mark, labels beside each other

// The line and the library function that runs most of its profile, and how it grows.
std::string label_of(const ProfileGrowth &one, bool breaks) {
    const ProfileSpot &first = one.profile.spots.front();
    const Spot spot = spot_of(first.key);
    std::string label = spot.file.empty() ? "" : short_name(spot.file, 12) + ":";
    label += spot.lines.empty()      ? "?"
             : spot.lines.size() > 2 ? fmt::format("{},…", spot.lines.front())
                                     : fmt::format("{}", fmt::join(spot.lines, ","));
    if (!spot.calls.empty()) label += " " + short_name(spot.calls, 14);
    return label + "  " + (first.exact.empty() ? one.told : cut_to(first.exact, 20)) +
           (breaks ? "  breaks" : "");
}

// Of those with the largest share; what breaks a claim is always among them.
std::vector<const ProfileGrowth *> drawn_of(const SolutionLines &lines,
                                            const std::vector<const ProfileGrowth *> &breaking_ones) {
    std::vector<const ProfileGrowth *> drawn = breaking_ones;
    for (const ProfileGrowth &one : lines.profiles)
        if (drawn.size() < most_lines && !one.profile.is_rest && one.growth.is_fitted() &&
            std::find(drawn.begin(), drawn.end(), &one) == drawn.end())
            drawn.push_back(&one);
    return drawn;
}

} // namespace

std::vector<Figure> line_figures(const std::vector<SolutionLines> &all,
                                 const std::vector<JudgedClaim> &claims,
                                 const std::vector<std::string> &solutions, const std::string &size_name) {
    std::vector<Figure> figures;
    for (const std::string &solution : solutions) {
        const SolutionLines *lines = hardest_shape(all, solution);
        if (!lines) continue;
        std::vector<const ProfileGrowth *> breaking_ones;
        for (const JudgedClaim &claim : claims)
            if (const ProfileGrowth *one = breaking(*lines, claim))
                if (std::find(breaking_ones.begin(), breaking_ones.end(), one) == breaking_ones.end())
                    breaking_ones.push_back(one);
        std::vector<DrawnLine> drawn;
        for (const ProfileGrowth *one : drawn_of(*lines, breaking_ones)) {
            const bool breaks =
                std::find(breaking_ones.begin(), breaking_ones.end(), one) != breaking_ones.end();
            const std::string &key = one->profile.spots.front().key;
            DrawnLine line{drawn.size(), key, label_of(*one, breaks)};
            for (const PointAlong &at : points_along(one->growth, size_name)) {
                const double value = std::exp(at.point->log_value), spread = 2 * at.point->error;
                line.dots.push_back({at.size, value, value * std::exp(-spread), value * std::exp(spread)});
                if (at.fitted > 0) line.curve.push_back({at.size, at.fitted});
            }
            if (!line.dots.empty()) drawn.push_back(std::move(line));
        }
        if (drawn.empty()) continue;
        const Axes axes{cut_to(fmt::format("{}, {}: how often its lines run", solution, lines->shape), 90),
                        size_name + (size_name.size() == 1 ? " (size of the input)" : ""),
                        "runs of a line in a call, and a library's steps for it"};
        figures.push_back(draw_lines("lines-" + solution, axes, drawn));
    }
    return figures;
}

} // namespace iron
