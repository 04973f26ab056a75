#include "study/remembering.h"

#include <algorithm>

#include "core/policy.h"

namespace iron {

bool Remembering::told(const std::string &solution, std::int64_t first, std::int64_t second) {
    const std::int64_t saved = first - second;
    if (remembers(solution) ||
        static_cast<double>(saved) < policy::plan::remembered_part * static_cast<double>(first))
        return false;
    const auto [least, fresh] = least_.try_emplace(solution, Pair{first, saved});
    const auto grown = static_cast<double>(first - least->second.first);
    if (fresh || grown <= policy::plan::remembered_growth * static_cast<double>(least->second.first))
        return false;
    if (static_cast<double>(saved - least->second.saved) < policy::plan::remembered_part * grown)
        return false;
    remember_.insert(solution);
    return true;
}

bool Remembering::wants_pair(const Cell &cell, std::size_t rung, bool is_cheap) {
    using namespace policy::plan;
    Pairs &pairs = pairs_[{cell.solution, cell.shape, cell.line}];
    if (pairs.count > 0 && rung < pairs.last_rung + pair_every) return false;
    const int whatever_they_take = cell.line != 0 ? 0 : cell.shape != 0 ? 1 : pairs_wanted - 1;
    if (pairs.count >= (is_cheap ? pairs_wanted : whatever_they_take)) return false;
    ++pairs.count;
    pairs.last_rung = rung;
    return true;
}

void Remembering::told_call(const Cell &cell, double time_ns) {
    seen_[cell].time_ns = std::min(seen_[cell].time_ns, time_ns);
}

bool Remembering::is_doubtful(const std::string &solution, const Cell &cell, double first_s) {
    const Seen &seen = seen_[cell];
    const bool slow_first = first_s >= policy::plan::remembered_least_s &&
                            first_s >= policy::plan::remembered_times * 1e-9 * seen.time_ns;
    const double work_s =
        std::max(seen.time_ns < seen.least_ns ? 1e-9 * seen.least_ns : 0, slow_first ? first_s : 0);
    double &looked_at_s = looked_at_s_[solution];
    if (remembers(solution) || work_s == 0 || work_s < 2 * looked_at_s) return false;
    looked_at_s = work_s;
    return true;
}

bool Remembering::told_times(const std::string &solution, double first_s, double second_s) {
    const auto shown = shown_by_.find(solution);
    if (first_s < policy::plan::remembered_least_s || first_s < policy::plan::remembered_times * second_s) {
        if (shown != shown_by_.end()) shown_by_.erase(shown); // it was what a process makes ready once
        return false;
    }
    if (shown == shown_by_.end()) {
        shown_by_[solution] = first_s;
        return false;
    }
    return first_s >= policy::plan::remembered_work * shown->second && remember_.insert(solution).second;
}

bool Remembering::shows_in(Runner &runner, const InputId &which, Measurement form) {
    form.cold = true;
    double least_s = 1e300, second_s = 0;
    for (int process = 0; process < 2; ++process) {
        const Timed timed = runner.time(which, form);
        if (!timed.again_s) return false;
        least_s = std::min(least_s, timed.call_s);
        second_s = std::max(second_s, *timed.again_s);
    }
    return told_times(form.solution, least_s, second_s);
}

void Remembering::recall(const std::vector<Measurement> &earlier) {
    remember_.merge(remembering_in(earlier));
    for (const Measurement &m : earlier)
        if (m.later_steps) told(m.solution, m.steps, *m.later_steps);
}

std::set<std::string> remembering_in(const std::vector<Measurement> &measurements) {
    std::set<std::string> names, warm;
    Remembering counted;
    for (const Measurement &m : measurements)
        if (m.later_steps && counted.told(m.solution, m.steps, *m.later_steps)) names.insert(m.solution);
    if (std::none_of(measurements.begin(), measurements.end(), [](const Measurement &m) { return m.cold; }))
        return names;
    for (const Measurement &m : measurements)
        if (m.kind == MeasuredKind::timing && m.outcome == Outcome::done && !m.cold) warm.insert(m.solution);
    for (const Measurement &m : measurements)
        if (m.cold && (m.kind == MeasuredKind::counting || warm.contains(m.solution)))
            names.insert(m.solution);
    return names;
}

std::vector<FirstAndLater> first_and_later(const std::vector<Measurement> &measurements) {
    struct Times {
        std::vector<double> first_ns, later_ns;
    };
    const std::set<std::string> names = remembering_in(measurements);
    std::map<std::string, std::map<std::pair<std::string, Sizes>, Times>> read;
    for (const Measurement &m : measurements)
        if (m.kind == MeasuredKind::timing && m.outcome == Outcome::done && names.contains(m.solution)) {
            Times &times = read[m.solution][{m.shape, m.sizes}];
            (m.cold ? times.first_ns : times.later_ns).push_back(m.time_ns);
        }
    std::vector<FirstAndLater> all;
    for (const auto &[name, places] : read) {
        FirstAndLater largest{name, "", {}, 0, 0};
        for (const auto &[place, times] : places) {
            if (times.first_ns.empty() || times.later_ns.empty()) continue;
            const double first = quantile(times.first_ns, 0.5), later = quantile(times.later_ns, 0.5);
            if (first > largest.first_ns) largest = {name, place.first, place.second, first, later};
        }
        if (largest.first_ns > 0) all.push_back(std::move(largest));
    }
    return all;
}

bool is_told(const Measurement &measurement, const std::set<std::string> &remembering) {
    return measurement.cold || measurement.outcome != Outcome::done ||
           !remembering.contains(measurement.solution);
}

} // namespace iron
