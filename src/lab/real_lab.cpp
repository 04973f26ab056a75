#include "lab/real_lab.h"

#include <algorithm>
#include <fmt/format.h>

#include "core/reading/series.h"
#include "lab/clock.h"
#include "lab/function_bench.h"
#include "lab/machine.h"

namespace iron {

namespace {

constexpr double calibrate_every_s = 0.25;
constexpr double unrest_allowed = 1.25;                             // of the fixed work's typical time
constexpr double longest_warming_s = 0.4, warming_share = 1.0 / 75; // of the budget, in a new worker

} // namespace

RealLab::RealLab(const Problem &problem, std::vector<Built> built, LabOptions options)
    : problem_(problem), options_(std::move(options)), built_(std::move(built)),
      inputs_(problem, workspace_.path()), referee_(problem, workspace_.path()) {
    if (!options_.measures) return;
    processors_.emplace();
    inputs_.run_on(processors_->all());
}

Runner &RealLab::runner(const std::string &solution) {
    std::unique_ptr<Runner> &runner = runners_[solution];
    if (!runner)
        for (const Built &one : built_)
            if (one.name == solution) runner = set_up(one);
    return *runner;
}

std::unique_ptr<Runner> RealLab::set_up(Built built) {
    const std::filesystem::path benches = workspace_.path() / "benches",
                                scratch = benches / std::to_string(runners_.size());
    built.keep_to({scratch, benches});
    if (processors_) {
        const Solution &solution = *problem_.solution(built.name);
        const bool one_thread = solution.threads == 1 && solution.run.empty() && built.one_thread;
        built.timing.processors = one_thread ? processors_->for_one_thread() : processors_->for_many();
    }
    if (built.style == Style::program) {
        const ProgramFloor known = options_.measures ? floor(built) : ProgramFloor();
        return std::make_unique<ProgramBench>(problem_, std::move(built), inputs_, scratch, known,
                                              options_.measures);
    }
    const double warm_limit_s = std::min(longest_warming_s, warming_share * options_.budget_s);
    return std::make_unique<FunctionBench>(problem_, std::move(built), inputs_, scratch,
                                           BenchOptions{options_.measures, options_.cold, warm_limit_s});
}

ProgramFloor RealLab::floor(const Built &built) {
    const auto empty = options_.empty_programs.find(built.language);
    if (empty == options_.empty_programs.end()) return {};
    const auto [known, fresh] = floors_.try_emplace(built.language);
    if (fresh) {
        Runnable runnable = empty->second;
        runnable.processors = built.timing.processors;
        known->second = floor_of(runnable, workspace_.path());
    }
    return known->second;
}

// The machine itself, on work that never changes.
bool RealLab::restless() {
    const double now = SteadyClock().seconds();
    if (calibrated_s_ > 0 && now - calibrated_s_ < calibrate_every_s) return restless_;
    calibrated_s_ = now;
    const double ns = calibration_ns();
    calibrations_.push_back(ns);
    restless_ = ns > unrest_allowed * quantile(calibrations_, 0.5);
    restless_count_ += restless_;
    return restless_;
}

void RealLab::at_leisure(const std::function<void()> &work) {
    if (processors_)
        processors_->while_idle(work);
    else
        work();
}

std::vector<Entrant> RealLab::entrants() const {
    std::vector<Entrant> all;
    for (const Built &one : built_)
        all.push_back({one.name, one.ok, one.message, one.style == Style::program,
                       one.counting.has_value() || one.style == Style::program,
                       one.counting.has_value() && one.style == Style::function});
    return all;
}

std::string RealLab::unrest_told() const {
    const int trials = static_cast<int>(calibrations_.size());
    if (restless_count_ <= std::max(2, trials / 10)) return "";
    return fmt::format("the machine was restless: fixed work took over 25 % longer in {} of {} trials, and "
                       "readings next to them are marked disturbed",
                       restless_count_, trials);
}

} // namespace iron
