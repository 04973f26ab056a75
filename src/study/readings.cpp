#include "study/readings.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

#include "core/policy.h"
#include "study/remembering.h"

namespace iron {

Readings::Readings(std::vector<Measurement> earlier) : all_(std::move(earlier)) {}

void Readings::add(Measurement measurement) { all_.push_back(std::move(measurement)); }

void Readings::mark_varying(Measurement &read) {
    if (read.varying) varying_.insert({read.solution, read.shape});
    if (read.kind == MeasuredKind::counting) read.varying = varying_.contains({read.solution, read.shape});
}

std::vector<std::string> Readings::notes() const {
    std::vector<std::string> all;
    for (const auto &[solution, shape] : varying_)
        all.push_back(fmt::format("{}: steps on {} vary from call to call on one input", solution, shape));
    return all;
}

bool Readings::hang_on_input(const std::string &solution, const std::string &shape) const {
    std::map<std::pair<MeasuredKind, Sizes>, std::map<std::uint64_t, double>> read;
    for (const Measurement &m : all_)
        if (m.solution == solution && m.shape == shape && m.outcome == Outcome::done &&
            m.kind != MeasuredKind::timing)
            read[{m.kind, m.sizes}][m.seed] = m.kind == MeasuredKind::counting
                                                  ? static_cast<double>(m.steps)
                                                  : static_cast<double>(m.space.space_bytes);
    bool several = false;
    for (const auto &[where, by_seed] : read) {
        several = several || by_seed.size() > 1;
        for (const auto &[seed, value] : by_seed)
            if (value != by_seed.begin()->second) return true;
    }
    return !several;
}

bool Readings::any_done(const std::string &solution) const {
    return std::any_of(all_.begin(), all_.end(), [&](const Measurement &m) {
        return m.solution == solution && m.outcome == Outcome::done;
    });
}

double Readings::last_at_s() const {
    double last = 0;
    for (const Measurement &m : all_)
        last = std::max(last, m.at_s);
    return last;
}

std::vector<Reach> reaches_in(const std::vector<Measurement> &measurements) {
    std::vector<Reach> all;
    const auto total = [](const Sizes &sizes) {
        double sum = 0;
        for (const auto &[name, size] : sizes)
            sum += size;
        return sum;
    };
    for (const Measurement &m : measurements) {
        if (!is_over_a_limit(m.outcome)) continue;
        const auto same = [&](const Reach &one) {
            return one.solution == m.solution && one.shape == m.shape;
        };
        const auto found = std::find_if(all.begin(), all.end(), same);
        if (found == all.end())
            all.push_back({m.solution, m.shape, m.sizes, m.outcome});
        else if (total(m.sizes) < total(found->sizes))
            *found = {m.solution, m.shape, m.sizes, m.outcome};
    }
    return all;
}

double least_time_ns(const Measurement &counted) {
    const double steps = static_cast<double>(counted.steps), bulk = static_cast<double>(counted.bulk_steps);
    return policy::claim::least_step_ns * (steps - bulk) + policy::claim::least_bulk_step_ns * bulk;
}

std::vector<StepsNotTaken> steps_not_taken(const std::vector<Measurement> &measurements) {
    struct Call {
        double steps = 0, least_ns = 0; // that the steps could take
        std::vector<double> times_ns;   // a whole program's less what an empty one takes
    };
    std::map<std::pair<std::string, std::string>, std::map<Sizes, Call>> calls;
    const std::set<std::string> remembering = remembering_in(measurements);
    for (const Measurement &m : measurements) {
        if (m.outcome != Outcome::done || m.kind == MeasuredKind::space || !is_told(m, remembering)) continue;
        Call &call = calls[{m.solution, m.shape}][m.sizes];
        if (m.kind == MeasuredKind::timing) {
            // A start is known to its half.
            const double start_ns = program_start_ns(m);
            call.times_ns.push_back(std::max(start_ns / 2, value_of(m).value - start_ns));
        } else {
            call.steps = std::max(call.steps, static_cast<double>(m.steps));
            call.least_ns = std::max(call.least_ns, least_time_ns(m));
        }
    }
    std::vector<StepsNotTaken> all;
    for (const auto &[key, places] : calls) {
        const std::pair<const Sizes, Call> *most = nullptr;
        for (const auto &place : places)
            if (!place.second.times_ns.empty() && (!most || place.second.steps > most->second.steps))
                most = &place;
        if (!most) continue;
        const double time_ns = quantile(most->second.times_ns, 0.5);
        if (time_ns < most->second.least_ns)
            all.push_back({key.first, key.second, most->first, most->second.steps, time_ns});
    }
    return all;
}

ReadingsToJudge readings_to_judge(const std::vector<Measurement> &measurements) {
    ReadingsToJudge all{{}, remembering_in(measurements)};
    std::set<std::pair<std::string, std::string>> set_aside;
    for (const StepsNotTaken &one : steps_not_taken(measurements))
        set_aside.insert({one.solution, one.shape});
    all.measurements.reserve(measurements.size());
    for (const Measurement &m : measurements)
        if (is_told(m, all.remembering) &&
            !(m.kind == MeasuredKind::counting && set_aside.contains({m.solution, m.shape})))
            all.measurements.push_back(m);
    return all;
}

} // namespace iron
