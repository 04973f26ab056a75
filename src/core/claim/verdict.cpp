#include "core/claim/verdict.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>

#include "core/bound/order.h"
#include "core/bound/print.h"
#include "core/claim/words.h"

namespace iron {

namespace {

// Evidence in ln units that a verdict needs. Steps: Bayes factors of e. Time alone: a rise by the caches can
// look like growth, and without a model of them only a very clear excess is safe (docs/statistics.md).
struct Thresholds {
    double exceeded, holds;
};
constexpr Thresholds for_steps{1, 3};
constexpr Thresholds for_time{3, 1};

// How much dearer a dependent random load may get with every doubling of the working set: 165 times from 64
// to 4 million nodes was measured on the machines this was made on. Time alone has to rise by more than twice
// that above a bound.
constexpr double memory_a_doubling = 1.376;

// Worst relative misfit, root mean square, that a best curve may have before it is called no fit at all.
constexpr double poor_fit = 0.1;

double misfit_of(const Growth &growth) {
    double squares = 0;
    for (std::size_t i = 0; i < growth.points.size(); ++i)
        squares += std::pow(std::log(growth.best().fitted[i]) - growth.points[i].log_value, 2);
    return std::sqrt(squares / static_cast<double>(growth.points.size()));
}

// Off by more than 10 % on average, and by far more than the readings' own errors.
bool fits_poorly(const Growth &growth) {
    const double k = static_cast<double>(growth.points.size());
    return misfit_of(growth) > poor_fit && growth.best().chi2 / k > 6;
}

const CurveFit *best_where(const Growth &growth, const auto &condition) {
    for (const CurveFit &fit : growth.fits)
        if (condition(fit)) return &fit;
    return nullptr;
}

double score_or_nothing(const CurveFit *fit) {
    return fit ? fit->score : -std::numeric_limits<double>::infinity();
}

bool is_within(const CurveFit &fit, const Expression &bound, Bound::Kind kind) {
    const int order = compare_growth(fit.curve.expression, bound);
    return kind == Bound::Kind::upper ? order <= 0 : kind == Bound::Kind::lower ? order >= 0 : order == 0;
}

double evidence_for(const Expression &bound, Bound::Kind kind, const Growth &growth) {
    const auto within = [&](const CurveFit &fit) { return is_within(fit, bound, kind); };
    const auto outside = [&](const CurveFit &fit) { return !is_within(fit, bound, kind); };
    return score_or_nothing(best_where(growth, outside)) - score_or_nothing(best_where(growth, within));
}

Expression less_a_logarithm(const Expression &bound, const std::string &size_name) {
    return make(ExpressionNode::Kind::quotient,
                {bound, make(ExpressionNode::Kind::logarithm, {make_size(size_name)})});
}

// Reading divided by the bound at a point.
double ratio_at(const Located &point, const Bound &bound, const std::string &size_name) {
    return std::exp(point.log_value - evaluate_log(bound.growth, {{size_name, point.size}}));
}

std::string ratio_words(const Growth &growth, const Bound &bound, const std::string &metric,
                        const std::string &size_name) {
    // Start-up cost rules the smallest sizes: the course is told from a third of the ladder on.
    const std::vector<Located> &points = growth.points;
    const std::size_t start = points.size() / 3;
    const double first = ratio_at(points[start], bound, size_name),
                 last = ratio_at(points.back(), bound, size_name);
    const std::string canonical = print_canonical(bound.growth);
    const bool simple = canonical.find(' ') == std::string::npos;
    const auto shown = [&](double value) {
        return metric == "time"    ? time_text(value)
               : metric == "space" ? bytes_text(value)
                                   : three_digits(value);
    };
    const std::string what = canonical == "1"
                                 ? metric
                                 : fmt::format("{} / {}", metric, simple ? canonical : "(" + canonical + ")");
    const std::string range =
        fmt::format("{} = {} and {}", size_name, grouped(points[start].size), grouped(points.back().size));
    const bool plural = metric == "steps";
    const char *verb = plural ? (last > first ? "rise" : "fall") : (last > first ? "rises" : "falls");
    if (std::abs(std::log(last / first)) < 0.03)
        return fmt::format("{} {} level at {} between {}", what, plural ? "stay" : "stays", shown(last),
                           range);
    return fmt::format("{} {} from {} to {} between {}", what, verb, shown(first), shown(last), range);
}

std::optional<WouldDecide> size_that_decides(const Growth &growth, const Bound &bound,
                                             const std::string &size_name,
                                             const std::optional<Growth> &time) {
    const CurveFit *within =
        best_where(growth, [&](const CurveFit &f) { return is_within(f, bound.growth, bound.kind); });
    const CurveFit *outside =
        best_where(growth, [&](const CurveFit &f) { return !is_within(f, bound.growth, bound.kind); });
    if (!within || !outside) return std::nullopt;
    double error = 0;
    for (const Located &point : growth.points)
        error = std::max(error, point.error);
    const double enough = std::max(0.05, 4 * error);
    const double top = growth.to;
    for (double size = top * 1.5; size < top * 1100; size *= 1.5) {
        const double apart =
            std::log(value_at(*outside, size_name, size) / value_at(*within, size_name, size));
        if (std::abs(apart) < enough) continue;
        WouldDecide decide{size_name, std::ceil(size), std::nullopt};
        if (time && !time->fits.empty()) decide.cost_ns = value_at(time->best(), size_name, size);
        return decide;
    }
    return std::nullopt;
}

// True where the rise of time above the bound is no larger than what memory getting slower could do.
bool memory_could_do_it(const Growth &growth, const Bound &bound, const std::string &size_name) {
    const CurveFit *outside =
        best_where(growth, [&](const CurveFit &f) { return !is_within(f, bound.growth, bound.kind); });
    if (!outside || compare_growth(outside->curve.expression, bound.growth) <= 0) return false;
    const Located &first = growth.points.front(), &last = growth.points.back();
    const double rise = ratio_at(last, bound, size_name) / ratio_at(first, bound, size_name);
    return rise < 2 * std::pow(memory_a_doubling, std::log2(last.size / std::max(first.size, 1.0)));
}

struct OneShape {
    const ShapeGrowth *shape = nullptr;
    const Growth *growth = nullptr;
    Judgement judgement;
};

OneShape judge_shape(const std::string &metric, const Bound &bound, const std::string &size_name,
                     const ShapeGrowth &shape) {
    OneShape one{&shape, nullptr, {}};
    Judgement &j = one.judgement;
    const bool of_space = metric == "space";
    const std::optional<Growth> &read = of_space ? shape.space : shape.steps ? shape.steps : shape.time;
    if (!read) {
        j.reason = of_space ? fmt::format("space was not read for the shape '{}'", shape.shape)
                            : fmt::format("nothing was measured for the shape '{}'", shape.shape);
        return one;
    }
    const bool exact = of_space || shape.steps.has_value();
    const Growth &growth = *read;
    const Thresholds need = exact ? for_steps : for_time;
    one.growth = &growth;
    j.decided_by = of_space ? "space" : exact ? "steps" : "time";
    j.worst_shape = shape.shape;
    j.from = growth.from;
    j.to = growth.to;
    if (growth.standing == Growth::Standing::too_few) {
        j.reason =
            fmt::format("only {} sizes were measured, {} = {} to {}: too few to tell growth (6 sizes over 3 "
                        "doublings are the least)",
                        growth.points.size(), size_name, grouped(growth.from), grouped(growth.to));
        return one;
    }
    j.growth_class = growth.best().curve.name;
    j.exponent = growth.exponent;
    j.interval = growth.interval;
    j.evidence = evidence_for(bound.growth, bound.kind, growth);
    const std::string course = ratio_words(growth, bound, j.decided_by, size_name);
    const std::string name = growth.best().curve.name;
    if (fits_poorly(growth) && std::abs(j.evidence) < 15) {
        j.reason = fmt::format("no growth on the list fits: the nearest, {}, is off by {} % on average", name,
                               three_digits(100 * misfit_of(growth)));
    } else if (j.evidence > need.exceeded && (exact || !memory_could_do_it(growth, bound, size_name))) {
        j.verdict = Verdict::exceeded;
        j.reason = fmt::format("{}, as {} does", course, name);
    } else if (j.evidence < -need.holds) {
        j.verdict = Verdict::holds;
        j.reason = course;
        j.loose = bound.kind == Bound::Kind::upper && compare_growth(bound.growth, make_number(1)) > 0 &&
                  evidence_for(less_a_logarithm(bound.growth, size_name), bound.kind, growth) < -need.holds;
    } else {
        j.reason =
            exact || j.evidence < 0
                ? fmt::format("{}; growth within the bound and above it explain that about equally well",
                              course)
                : fmt::format("{}, as {} does; but time alone can't tell that from memory getting slower, "
                              "and no steps were counted",
                              course, name);
        j.would_decide = size_that_decides(growth, bound, size_name, shape.time);
    }
    return one;
}

// What time says beside steps, where the two part.
std::string time_beside_steps(const ShapeGrowth &shape) {
    if (!shape.steps || !shape.time || shape.time->fits.empty() || shape.steps->fits.empty()) return "";
    const Growth &steps = *shape.steps, &time = *shape.time;
    // Time a step, at the first and the last size that both have.
    std::vector<std::pair<double, double>> per_step;
    for (const Located &t : time.points)
        for (const Located &s : steps.points)
            if (s.size == t.size) per_step.push_back({t.size, std::exp(t.log_value - s.log_value)});
    if (per_step.size() < 4) return "";
    const auto &[from, first] = per_step[per_step.size() / 3];
    const auto &[to, last] = per_step.back();
    if (last / first < 1.5) return "";
    return fmt::format(
        "; time grows faster than steps: {} a step at {}, {} at {}, which is the machine's doing "
        "(caches, memory) or work in library calls that steps do not see",
        time_text(first), grouped(from), time_text(last), grouped(to));
}

int severity(Verdict verdict) {
    return verdict == Verdict::exceeded ? 2 : verdict == Verdict::undecided ? 1 : 0;
}

} // namespace

const char *word_for(Verdict verdict) {
    switch (verdict) {
    case Verdict::holds:
        return "holds";
    case Verdict::exceeded:
        return "exceeded";
    default:
        return "undecided";
    }
}

double evidence_against(const Bound &bound, const Growth &growth) {
    return evidence_for(bound.growth, bound.kind, growth);
}

Judgement judge(const std::string &metric, const Bound &bound, const std::string &size_name,
                const std::vector<ShapeGrowth> &shapes) {
    std::vector<OneShape> all;
    for (const ShapeGrowth &shape : shapes)
        all.push_back(judge_shape(metric, bound, size_name, shape));
    if (all.empty()) {
        Judgement nothing;
        nothing.reason = "nothing was measured";
        return nothing;
    }
    // The worst verdict first; among equals the shape that comes nearest to leaving the bound.
    const auto worse = [](const OneShape &a, const OneShape &b) {
        const int sa = severity(a.judgement.verdict), sb = severity(b.judgement.verdict);
        if (sa != sb) return sa > sb;
        const bool fa = a.growth && !a.growth->fits.empty(), fb = b.growth && !b.growth->fits.empty();
        if (fa != fb) return fa;
        if (!fa) return false;
        const int order =
            compare_growth(a.growth->best().curve.expression, b.growth->best().curve.expression);
        if (order != 0) return order > 0;
        return a.growth->points.back().log_value > b.growth->points.back().log_value;
    };
    std::stable_sort(all.begin(), all.end(), worse);
    Judgement judgement = all.front().judgement;
    for (const OneShape &one : all)
        judgement.loose = judgement.loose && one.judgement.loose;
    if (shapes.size() > 1 && !judgement.worst_shape.empty())
        judgement.reason = fmt::format("{}: {}", judgement.worst_shape, judgement.reason);
    if (metric == "time") judgement.reason += time_beside_steps(*all.front().shape);
    return judgement;
}

} // namespace iron
