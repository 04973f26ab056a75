#include "views/forecast.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "core/words.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

constexpr double far_out = 16; // beyond so many times the largest size a forecast rests on its curve alone

// "4.46 to 9.08 ms": the unit once where it is the same; "4 KiB" where both are.
std::string interval_text(const std::pair<double, double> &interval, Metric metric) {
    const std::string low = reading_text(interval.first, metric),
                      high = reading_text(interval.second, metric);
    if (low == high) return low;
    const auto unit = [](const std::string &text) {
        const std::size_t blank = text.rfind(' ');
        return blank == std::string::npos ? "" : text.substr(blank);
    };
    const bool same = unit(low) == unit(high);
    return fmt::format("{} to {}", same ? low.substr(0, low.size() - unit(low).size()) : low, high);
}

std::string rests_on(double beyond) {
    return beyond <= 1 ? "measured" : fmt::format("{} times", three_digits(beyond));
}

// Three digits of a forecast size mean something.
std::string forecast_size(double size) {
    if (size >= 1e15) return "any";
    if (size >= 1e7) return three_digits(size / 1e6) + "e6";
    const double unit = std::pow(10, std::max(0.0, std::floor(std::log10(std::max(size, 1.0))) - 2));
    return grouped(std::round(size / unit) * unit);
}

std::string demand_text(const Demand &demand) {
    if (demand.what == "answers") return "wrong: " + demand.words;
    const bool limit = demand.what == "time" || demand.what == "memory";
    if (!limit) return fmt::format("{}: {}", demand.what, word_for(demand.meets));
    if (!demand.words.empty() && demand.value == 0) return fmt::format("{}: {}", demand.what, demand.words);
    const Metric metric = demand.what == "time" ? Metric::time : Metric::space;
    const bool exact = demand.interval.first == demand.interval.second;
    return fmt::format("{}: {}, {}{}{} {}", demand.what, word_for(demand.meets),
                       reading_text(demand.value, metric), demand.words.empty() ? "" : " + input",
                       exact ? "" : " [" + interval_text(demand.interval, metric) + "]",
                       demand.measured ? "measured" : "forecast");
}

// "n = 7,500 within 1 s, 256 MiB", the tier before it where it has a name.
std::string limits_text(const TargetLimits &limits) {
    std::string wanted;
    const auto add = [&](const std::string &one) { wanted += (wanted.empty() ? "" : ", ") + one; };
    if (limits.time_ns) add(time_text(*limits.time_ns));
    if (limits.space_bytes) add(bytes_text(*limits.space_bytes));
    if (limits.time_bound) add(limits.time_bound->written + " time");
    if (limits.space_bound) add(limits.space_bound->written + " space");
    return fmt::format("{}{} within {}", limits.tier.empty() ? "" : limits.tier + ": ",
                       sizes_text(limits.sizes), wanted);
}

// The growths that there is time for at a tier, and those that there is not.
std::string classes_text(const TargetFindings &target, double step_ns) {
    std::string passing, failing;
    for (const ClassCost &one : target.classes) {
        std::string &list = one.passes ? passing : failing;
        list += fmt::format("{}{} ({})", list.empty() ? "" : ", ", one.name,
                            one.time_ns > 1e18 ? "ages" : time_text(one.time_ns));
    }
    return wrapped(fmt::format("{}t {} a step, as measured here, there is time for {}{}.",
                               target.limits.tier.empty() ? "A" : target.limits.tier + ": a",
                               time_text(step_ns), passing.empty() ? "none of the usual growths" : passing,
                               failing.empty() ? "" : "; not for " + failing),
                   terminal_width, 0);
}

// All tiers in one table: what a solution reaches is read off in one place.
std::string targets_text(const ForecastFindings &f) {
    constexpr std::size_t widest_name = 18; // the figures beside it are not to be cut
    const bool tiers = !f.targets.front().limits.tier.empty();
    std::string text;
    for (const TargetFindings &target : f.targets)
        text += (text.empty() ? "" : "; ") + limits_text(target.limits);
    text = wrapped(fmt::format("The target: {}", text), terminal_width, 0);
    std::vector<std::vector<std::string>> rows;
    for (std::size_t who = 0; who < f.targets.front().meets.size(); ++who)
        for (const TargetFindings &target : f.targets) {
            const MeetsTarget &one = target.meets[who];
            for (std::size_t i = 0; i < one.demands.size(); ++i) {
                const bool first = &target == &f.targets.front() && i == 0;
                rows.push_back({first ? short_name(one.solution, widest_name) : "",
                                i ? "" : word_for(one.all()), demand_text(one.demands[i])});
                if (tiers) rows.back().insert(rows.back().begin() + 1, i ? "" : target.limits.tier);
            }
        }
    text += table_text(tiers ? std::vector<std::string>{"solution", "tier", "meets it", ""}
                             : std::vector<std::string>{"solution", "meets it", ""},
                       rows, terminal_width);
    for (const TargetFindings &target : f.targets)
        if (!target.classes.empty()) text += classes_text(target, f.step_ns);
    return text;
}

std::string forecasts_text(const ForecastFindings &f) {
    std::vector<std::vector<std::string>> rows;
    std::string last;
    double beyond = 1;
    for (const SeriesForecast &one : f.forecasts) {
        rows.push_back({one.solution == last ? "" : one.solution, one.shape, word_for(one.metric),
                        reading_text(one.forecast.value, one.metric),
                        interval_text(one.forecast.interval, one.metric)});
        last = one.solution;
        beyond = std::max(beyond, one.forecast.beyond);
    }
    std::string text = fmt::format("Forecast at {}, with intervals of 90 %\n", sizes_text(f.sizes));
    text += table_text({"solution", "shape", "metric", "forecast", "90 %"}, rows, terminal_width);
    if (beyond > 1)
        text += wrapped(
            fmt::format("That is up to {} times beyond what was measured. Where a working set outgrows a "
                        "cache on the way, times rise by more.{}",
                        three_digits(beyond),
                        beyond > far_out ? " So far out the forecast rests on the curve alone." : ""),
            terminal_width, 0);
    return text;
}

std::string largest_text(const ForecastFindings &f) {
    std::vector<std::vector<std::string>> rows;
    bool far = false;
    for (const LargestSize &one : f.largest) {
        if (!one.largest) {
            rows.push_back({one.solution, "none", "", one.shape, "not even 1"});
            continue;
        }
        const bool endless = one.largest->size >= 1e15;
        rows.push_back({one.solution, forecast_size(one.largest->size),
                        endless ? ""
                                : fmt::format("{} to {}", forecast_size(one.largest->interval.first),
                                              forecast_size(one.largest->interval.second)),
                        one.shape,
                        endless          ? "it does not grow"
                        : one.ends_there ? "every one there is"
                                         : rests_on(one.largest->beyond)});
        far = far || (!endless && one.largest->beyond > far_out);
    }
    std::string text = fmt::format("The largest {} within {}{}\n", f.along, f.within,
                                   f.others.empty() ? "" : " at " + sizes_text(f.others));
    text += table_text({"solution", f.along, "90 %", "worst shape", "beyond"}, rows, terminal_width);
    if (far)
        text += wrapped("More than 16 times beyond the largest size measured a forecast rests on the curve "
                        "alone: caches and memory may end it sooner.",
                        terminal_width, 0);
    return text;
}

} // namespace

std::string forecast_text(const ForecastFindings &f, bool verbose) {
    std::string text;
    const auto add = [&](const std::string &part) { text += (text.empty() ? "" : "\n") + part; };
    if (!f.sizes.empty()) add(forecasts_text(f));
    if (!f.within.empty()) add(largest_text(f));
    if (!f.targets.empty()) add(targets_text(f));
    if (verbose && f.check.predicted > 0)
        text +=
            wrapped(fmt::format("Fitted without the two largest sizes, {} of {} readings there lie within "
                                "their interval of 90 %.",
                                f.check.inside, f.check.predicted),
                    terminal_width, 0);
    return text;
}

} // namespace iron
