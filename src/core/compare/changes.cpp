#include "core/compare/changes.h"

#include <algorithm>
#include <cmath>

namespace iron {

namespace {

const Standing *find(const std::vector<Standing> &standings, const std::string &solution) {
    for (const Standing &one : standings)
        if (one.solution == solution) return &one;
    return nullptr;
}

// Along the size that grows alone.
Series swept(const NamedSeries &one) { return along(one.series, one.series.names.front()); }

// The better, the higher.
int rank_of(const std::string &word) {
    for (const char *good : {"agrees", "holds"})
        if (word == good) return 2;
    return word == "undecided" || word.empty() ? 1 : 0;
}

void divide(RatioCourse &course, const Drift &drift) {
    const auto interval = [&](Interval &one) {
        one = {one.first / drift.interval.second, one.second / drift.interval.first};
    };
    course.ratio /= drift.ratio;
    interval(course.interval);
    for (RatioPoint &point : course.points) {
        point.ratio /= drift.ratio;
        interval(point.interval);
    }
    course.differs = course.interval.first > 1 || course.interval.second < 1;
}

Change change_of(const NamedSeries &later, const NamedSeries &earlier, double worse_by, bool same_machine,
                 const std::optional<Drift> &drift) {
    Change change;
    change.solution = later.solution;
    change.shape = later.shape;
    change.metric = later.metric;
    change.course = ratio_between_sessions(swept(later), swept(earlier), noise_of(later.metric));
    if (drift && later.metric == Metric::time) {
        if (std::find(drift->solutions.begin(), drift->solutions.end(), later.solution) !=
            drift->solutions.end())
            return change;
        divide(change.course, *drift);
    }
    const RatioCourse &course = change.course;
    const double top = course.points.empty() ? 1 : course.points.back().ratio;
    // Growth is another one only where it shows at the top, too.
    if (course.kind == RatioCourse::Kind::rising && top > 1 + worse_by)
        change.kind = Change::Kind::grows_faster;
    else if (course.kind == RatioCourse::Kind::falling && top < 1 / (1 + worse_by))
        change.kind = Change::Kind::grows_slower;
    else if (course.interval.first > 1 + worse_by)
        change.kind = Change::Kind::worse;
    else if (course.interval.second < 1 / (1 + worse_by))
        change.kind = Change::Kind::better;
    change.counts = (change.kind == Change::Kind::worse || change.kind == Change::Kind::grows_faster) &&
                    (same_machine || later.metric != Metric::time);
    return change;
}

} // namespace

const char *word_for(Change::Kind kind) {
    switch (kind) {
    case Change::Kind::same:
        return "same";
    case Change::Kind::better:
        return "better";
    case Change::Kind::worse:
        return "worse";
    case Change::Kind::grows_slower:
        return "grows slower";
    case Change::Kind::grows_faster:
        return "grows faster";
    case Change::Kind::answers:
        return "answers";
    case Change::Kind::verdict:
        return "verdict";
    case Change::Kind::appeared:
        return "appeared";
    default:
        return "gone";
    }
}

std::optional<Drift> drift_between(const Results &earlier, const Results &later,
                                   const std::set<std::string> &untouched) {
    std::vector<double> logs;
    std::set<std::string> solutions;
    for (const NamedSeries &now : later.series)
        for (const NamedSeries &then : earlier.series) {
            if (now.metric != Metric::time || then.metric != Metric::time ||
                !untouched.contains(now.solution) || now.solution != then.solution || now.shape != then.shape)
                continue;
            std::vector<double> ratios;
            for (const RatioPoint &point :
                 ratio_between_sessions(swept(now), swept(then), Noise::timed).points)
                ratios.push_back(std::log(point.ratio));
            if (ratios.empty()) continue;
            logs.push_back(quantile(ratios, 0.5));
            solutions.insert(now.solution);
        }
    if (logs.empty()) return std::nullopt;
    const double middle = quantile(logs, 0.5);
    double apart = 0.1;
    if (logs.size() >= 4) {
        std::vector<double> distances;
        for (const double one : logs)
            distances.push_back(std::abs(one - middle));
        apart = std::max(2 * 1.4826 * quantile(distances, 0.5), 0.03);
    }
    return Drift{std::exp(middle),
                 {std::exp(middle - apart), std::exp(middle + apart)},
                 {solutions.begin(), solutions.end()}};
}

std::vector<Change> changes_between(const Results &earlier, const Results &later, double worse_by,
                                    bool same_machine, const std::optional<Drift> &drift) {
    std::vector<Change> changes;
    const auto told = [&](Change::Kind kind, const std::string &solution, const std::string &what,
                          const std::string &before, const std::string &after) {
        Change change;
        change.kind = kind;
        change.solution = solution;
        change.what = what;
        change.before = before;
        change.after = after;
        change.counts =
            rank_of(after) < rank_of(before) && kind != Change::Kind::appeared && kind != Change::Kind::gone;
        changes.push_back(std::move(change));
    };
    for (const Standing &now : later.standings) {
        const Standing *then = find(earlier.standings, now.solution);
        if (!then) {
            told(Change::Kind::appeared, now.solution, "", "", "");
            continue;
        }
        if (then->answers != now.answers)
            told(Change::Kind::answers, now.solution, "answers", then->answers, now.answers);
        for (const auto &[claim, verdict] : now.verdicts)
            for (const auto &[same, before] : then->verdicts)
                if (same == claim && before != verdict)
                    told(Change::Kind::verdict, now.solution, claim, before, verdict);
        for (const NamedSeries &series : later.series)
            for (const NamedSeries &before : earlier.series)
                if (series.solution == now.solution && before.solution == now.solution &&
                    before.shape == series.shape && before.metric == series.metric) {
                    Change change = change_of(series, before, worse_by, same_machine, drift);
                    if (!change.course.points.empty()) changes.push_back(std::move(change));
                }
    }
    for (const Standing &then : earlier.standings)
        if (!find(later.standings, then.solution)) told(Change::Kind::gone, then.solution, "", "", "");
    return changes;
}

std::map<std::string, std::vector<DearerLine>> dearer_lines_between(const Results &earlier,
                                                                    const Results &later, double worse_by) {
    std::map<std::string, std::vector<DearerLine>> all;
    for (const auto &[solution, lines] : later.lines)
        if (const auto before = earlier.lines.find(solution); before != earlier.lines.end())
            if (auto dearer = dearer_lines(before->second, lines, worse_by); !dearer.empty())
                all[solution] = std::move(dearer);
    return all;
}

} // namespace iron
