#include "core/compare/line_changes.h"

#include <algorithm>
#include <tuple>

#include "core/policy.h"

namespace iron {

namespace {

struct CommonPlace {
    std::string shape;
    Sizes sizes;
    const SpotCounts *earlier = nullptr, *later = nullptr;
};

CommonPlace common_place(const CountedLines &earlier, const CountedLines &later) {
    CommonPlace found;
    for (const auto &[shape, places] : later.shapes) {
        const auto before = earlier.shapes.find(shape);
        if (before == earlier.shapes.end()) continue;
        for (const auto &[sizes, counts] : places)
            if (const auto same = before->second.find(sizes);
                same != before->second.end() && (!found.later || total_of(counts) > total_of(*found.later)))
                found = {shape, sizes, &same->second, &counts};
    }
    return found;
}

// What makes a spot the same as one of another source: file, text, which of those that read so, library
// function.
using Identity = std::tuple<std::string, std::string, int, std::string>;

std::map<Identity, std::pair<std::string, std::int64_t>> by_identity(const CountedLines &of,
                                                                     const SpotCounts &counts) {
    // Lines that read the same are told apart by their order.
    std::map<std::string, int> order; // by the key of a line
    std::map<std::pair<std::string, std::string>, std::vector<int>> alike;
    for (const auto &[key, text] : of.texts) {
        const Spot line = spot_of(key);
        alike[{line.file, text}].push_back(line.lines.front());
    }
    for (auto &[what, numbers] : alike) {
        std::sort(numbers.begin(), numbers.end());
        for (std::size_t i = 0; i < numbers.size(); ++i)
            order[key_of({what.first, {numbers[i]}, ""})] = static_cast<int>(i);
    }
    std::map<Identity, std::pair<std::string, std::int64_t>> all;
    for (const auto &[key, count] : counts) {
        const Spot spot = spot_of(key);
        const std::string line = spot.lines.empty() ? "" : key_of({spot.file, {spot.lines.front()}, ""});
        const auto text = of.texts.find(line);
        const bool known = text != of.texts.end();
        auto &[told, sum] =
            all[{spot.file, known ? text->second : line, known ? order[line] : 0, spot.calls}];
        told = key;
        sum += count;
    }
    return all;
}

} // namespace

std::vector<DearerLine> dearer_lines(const CountedLines &earlier, const CountedLines &later,
                                     double worse_by) {
    const CommonPlace place = common_place(earlier, later);
    if (!place.later) return {};
    const auto before = by_identity(earlier, *place.earlier), after = by_identity(later, *place.later);
    const double least = policy::compare::line_counts_from * static_cast<double>(total_of(*place.later));
    std::vector<DearerLine> dearer;
    for (const auto &[identity, now] : after) {
        const auto then = before.find(identity);
        const std::int64_t was = then == before.end() ? 0 : then->second.second;
        const double rise = static_cast<double>(now.second - was);
        if (rise < least || rise <= worse_by * static_cast<double>(was)) continue;
        DearerLine line{place.shape, place.sizes, spot_of(now.first), "", was, now.second};
        if (!line.spot.lines.empty())
            if (const auto text = later.texts.find(key_of({line.spot.file, {line.spot.lines.front()}, ""}));
                text != later.texts.end())
                line.text = text->second;
        dearer.push_back(std::move(line));
    }
    std::stable_sort(dearer.begin(), dearer.end(), [](const DearerLine &a, const DearerLine &b) {
        return a.after - a.before > b.after - b.before;
    });
    return dearer;
}

} // namespace iron
