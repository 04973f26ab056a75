#include "study/field.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

#include "core/policy.h"
#include "core/words.h"
#include "records/template_sizes.h"
#include "study/measure.h"

namespace iron {

std::vector<std::string> those_that_agree(const std::vector<Entrant> &entrants, const Agreement &agreement) {
    std::vector<std::string> names;
    for (const Entrant &one : entrants)
        if (const SolutionAgreement *entry = agreement.solution(one.name);
            one.ready && entry && entry->verdict == SolutionAgreement::Verdict::agrees)
            names.push_back(one.name);
    return names;
}

Field::Field(const Scope &scope, std::vector<std::string> solutions)
    : scope_(scope), solutions_(std::move(solutions)), shapes_(scope.shapes),
      lines_(size_lines(scope.problem, scope.upto)) {}

// Whether no input of the shape changes along the line, or none that the sweep of its one size has not.
bool Field::is_level(std::size_t number, const std::string &shape) const {
    const SizeLine &line = lines_[number];
    const auto unused = scope_.unused.find(shape);
    if (unused == scope_.unused.end() || line.sizes.size() < 2 || line.last_resort) return false;
    const Sizes first = line.at(line.sizes.front()), last = line.at(line.sizes.back());
    std::vector<std::string> used;
    bool changes = false;
    for (const auto &[name, size] : first)
        if (!unused->second.contains(name)) {
            used.push_back(name);
            changes = changes || last.at(name) != size;
        }
    if (!changes || used.size() != 1) return !changes;
    const auto sweep = std::find_if(lines_.begin(), lines_.end(),
                                    [&](const SizeLine &one) { return one.grows == used.front(); });
    return number != static_cast<std::size_t>(sweep - lines_.begin());
}

std::string Field::capped(const std::string &shape, const Sizes &sizes) const {
    const std::optional<Template> &text = scope_.problem.shape(shape)->text;
    if (!text) return "";
    const auto unused = scope_.unused.find(shape);
    for (const SizeRule &rule : scope_.problem.sizes) {
        if (unused != scope_.unused.end() && unused->second.contains(rule.name)) continue;
        const double size = sizes.at(rule.name);
        Sizes smaller = sizes, larger = sizes;
        larger[rule.name] = policy::plan::much_larger * size;
        smaller[rule.name] = std::min(size - 1, std::floor(policy::plan::a_little_smaller * size));
        if (size >= 1 && asks_the_same(*text, smaller, sizes) && asks_the_same(*text, sizes, larger))
            return rule.name;
    }
    return "";
}

// What a size is called there is not what the solution is given: growth would be told of the wrong thing.
std::optional<PlanLine> Field::without_capped(const PlanLine &whole, const SizeLine &line,
                                              const std::string &shape) const {
    PlanLine left{{}, {}, {}, {}, whole.urgent, whole.last_resort};
    for (std::size_t i = 0; i < whole.sizes.size(); ++i) {
        if (!capped(shape, line.at(whole.sizes[i])).empty()) continue;
        left.sizes.push_back(whole.sizes[i]);
        if (!whole.on_first.empty()) left.on_first.push_back(whole.on_first[i]);
        left.places.push_back(whole.places[i]);
    }
    if (left.sizes.size() == whole.sizes.size()) return std::nullopt;
    const bool is_needed = &line == &lines_.front() || line.last_resort; // whatever its inputs are like
    if (left.sizes.empty() && is_needed) return std::nullopt;
    for (const double size : whole.below)
        if (capped(shape, line.at(size)).empty()) left.below.push_back(size);
    return left;
}

std::vector<std::string> Field::left_out() const {
    std::vector<std::string> told;
    for (const auto &[shape, sizes] : scope_.unused)
        for (const std::string &size : sizes)
            told.push_back(
                fmt::format("inputs of {} are the same whatever {} is: it is not swept there", shape, size));
    for (const std::string &shape : shapes_) {
        std::set<std::string> names;
        for (const SizeLine &line : lines_)
            for (const double size : line.sizes) {
                const Sizes here = line.at(size);
                const std::string name = capped(shape, here);
                if (name.empty() || !names.insert(name).second) continue;
                std::string place;
                for (const auto &[other, value] : here)
                    place += fmt::format("{}{} = {}", place.empty() ? "" : ", ", other, grouped(value));
                told.push_back(
                    fmt::format("inputs of {} at {} are the same for a smaller {}: such places are "
                                "left out",
                                shape, place, name));
            }
    }
    return told;
}

void Field::put_into(PlanOptions &plan) const {
    plan.solutions = static_cast<int>(solutions_.size());
    plan.shapes = static_cast<int>(shapes_.size());
    std::map<Sizes, int> places;
    for (const SizeLine &line : lines_) {
        PlanLine planned{line.sizes, line.below, {}, {}, line.urgent, line.last_resort};
        for (const double size : line.sizes) {
            const Sizes here = line.at(size);
            planned.places.push_back(places.emplace(here, static_cast<int>(places.size())).first->second);
            if (!line.last_resort)
                planned.on_first.push_back(line.waits_for.value_or(here.at(lines_.front().grows)));
        }
        plan.lines.push_back(std::move(planned));
    }
    for (int shape = 0; shape < plan.shapes; ++shape)
        for (int line = 0; line < static_cast<int>(lines_.size()); ++line) {
            const auto number = static_cast<std::size_t>(line);
            const std::string &name = shapes_[static_cast<std::size_t>(shape)];
            if (is_level(number, name))
                plan.level.insert({shape, line});
            else if (auto left = without_capped(plan.lines[number], lines_[number], name))
                plan.shorter.emplace(std::pair{shape, line}, std::move(*left));
        }
}

std::optional<int> Field::number_of(const std::string &solution) const {
    const auto found = std::find(solutions_.begin(), solutions_.end(), solution);
    if (found == solutions_.end()) return std::nullopt;
    return static_cast<int>(found - solutions_.begin());
}

std::optional<int> Field::number_of_shape(const std::string &shape) const {
    const auto found = std::find(shapes_.begin(), shapes_.end(), shape);
    if (found == shapes_.end()) return std::nullopt;
    return static_cast<int>(found - shapes_.begin());
}

std::optional<Cell> Field::cell_of(const Measurement &m) const {
    const auto solution = number_of(m.solution), shape = number_of_shape(m.shape);
    if (!solution || !shape) return std::nullopt;
    // On the line whose ladder it stands on; sizes put in between stand on none.
    std::optional<Cell> between;
    for (std::size_t line = 0; line < lines_.size(); ++line) {
        const SizeLine &here = lines_[line];
        const double size = m.sizes.at(here.grows);
        if (here.at(size) != m.sizes) continue;
        const Cell cell{*solution, *shape, static_cast<int>(line), size};
        if (std::find(here.sizes.begin(), here.sizes.end(), size) != here.sizes.end()) return cell;
        if (!between) between = cell;
    }
    return between;
}

std::size_t Field::rung(const Cell &cell) const {
    const std::vector<double> &sizes = line(cell).sizes;
    return static_cast<std::size_t>(std::lower_bound(sizes.begin(), sizes.end(), cell.size) - sizes.begin());
}

std::optional<Need> Field::numbered(const NamedNeed &need) const {
    const auto solution = number_of(need.solution), shape = number_of_shape(need.shape);
    if (!solution || !shape) return std::nullopt;
    return Need{*solution, *shape, need.decided, need.up_to, need.more_inputs, need.short_of_places};
}

std::vector<Cell> Field::cells_from(int solution, int shape, const Sizes &from) const {
    std::vector<Cell> cells;
    for (int line = 0; line < static_cast<int>(lines_.size()); ++line) {
        const SizeLine &here = lines_[static_cast<std::size_t>(line)];
        const auto as_large = [&](double size) {
            const Sizes sizes = here.at(size);
            return std::all_of(sizes.begin(), sizes.end(),
                               [&](const auto &one) { return one.second >= from.at(one.first); });
        };
        const auto first = std::find_if(here.sizes.begin(), here.sizes.end(), as_large);
        if (first != here.sizes.end()) cells.push_back({solution, shape, line, *first});
    }
    return cells;
}

bool Field::is_smallest(const Sizes &sizes) const {
    Sizes least;
    for (const SizeRule &rule : scope_.problem.sizes) {
        least[rule.name] = range_of(rule, least).first;
        if (sizes.at(rule.name) > least[rule.name]) return false;
    }
    return true;
}

std::string Field::describe(const Cell &cell) const {
    std::string text = solution(cell) + ", " + shape(cell);
    for (const auto &[name, value] : sizes(cell))
        text += fmt::format(", {} = {}", name, grouped(value));
    return text;
}

} // namespace iron
