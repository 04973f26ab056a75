#include "core/claim/joint_verdict.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numeric>

#include "core/bound/print.h"
#include "core/claim/witness.h"
#include "core/claim/words.h"

namespace iron {

namespace {

// Where growth within the bound explains exact counts to so much, what is left may be a part that is on no
// list: then only clear evidence says `exceeded`.
constexpr double good_fit = 0.015, clear_evidence = 8;

// What leaves a bound by counts or bytes follows them clearly nearer than what keeps it: evidence alone also
// comes from how simple either is.
constexpr double nearer = 1.25;

// Where even the best growth is off by so much, calls end early or the like, and more places only repeat it:
// the more it is off, the more evidence it takes, or the nearer it has to be than what is within, up to
// twice.
constexpr double ragged = 0.05, evidence_if_ragged = 15, nearer_if_ragged = 1.5;

// Growth on no list, its exponents free, can follow whatever growth within does not, the more so the more
// exact the readings are: so much evidence for it keeps a bound from holding. At twice that the bound is
// left, where what is within is off or that is beyond doubt.
constexpr double unlisted_in_counts = 15, unlisted_in_times = 3, beyond_doubt = 60;

std::string place(const JointGrowth &growth, std::size_t cell) {
    std::string text;
    for (std::size_t i = 0; i < growth.names.size(); ++i)
        text += (i ? ", " : "") + growth.names[i] + " = " + grouped(growth.cells[cell][i]);
    return text;
}

const SetFit *best_on(const JointGrowth &growth, const Bound &bound, bool inside) {
    const SizeOrder::Course bounds = growth.order.course_of(bound.growth);
    for (const SetFit &fit : growth.fits)
        if (fit.within(bound, bounds) == inside && (inside || !fit.bent)) return &fit;
    return nullptr;
}

// Reading divided by the bound, ln.
double log_ratio(const JointGrowth &growth, const Bound &bound, std::size_t cell) {
    return growth.points[cell].log_value - evaluate_log(bound.growth, growth.sizes_at(cell));
}

// Cells by their reading, the smallest first.
std::vector<std::size_t> by_reading(const JointGrowth &growth) {
    std::vector<std::size_t> order(growth.points.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return growth.points[a].log_value < growth.points[b].log_value;
    });
    return order;
}

// Two cells that show best how the readings leave the bound or keep it.
std::pair<std::size_t, std::size_t> telling_cells(const JointGrowth &growth, const Bound &bound,
                                                  const SetFit *outside) {
    std::vector<std::size_t> order = by_reading(growth);
    order.erase(order.begin(), order.begin() + static_cast<long>(order.size() / 4)); // start-up rules those
    if (!outside) return {order.front(), order.back()};
    const auto excess = [&](std::size_t cell) {
        double most = -1e300;
        for (const JointTerm &lead : outside->leads)
            if (!SizeOrder::within(lead.course, growth.order.course_of(bound.growth)))
                most = std::max(most, evaluate_log(lead.expression, growth.sizes_at(cell)) -
                                          evaluate_log(bound.growth, growth.sizes_at(cell)));
        return most;
    };
    const auto [least, most] = std::minmax_element(
        order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return excess(a) < excess(b); });
    return {*least, *most};
}

std::optional<Witness> witness_in(const JointGrowth &growth, const Bound &bound,
                                  const std::string &decided_by) {
    std::vector<RatioRead> places;
    for (std::size_t i = 0; i < growth.points.size(); ++i)
        places.push_back({growth.cells[i], log_ratio(growth, bound, i), growth.points[i].error});
    return find_witness(bound.kind, places, least_rise_of(decided_by));
}

// From one cell to another.
std::string course_words(const JointGrowth &growth, const Bound &bound, const std::string &metric,
                         std::size_t from, std::size_t to) {
    const double first = std::exp(log_ratio(growth, bound, from)),
                 last = std::exp(log_ratio(growth, bound, to));
    const std::string canonical = print_canonical(bound.growth);
    const auto shown = [&](double value) { return reading_text(value, metric); };
    const std::string what = divided_text(metric, canonical);
    const char *ending = metric == "steps" ? "" : "s";
    if (std::abs(std::log(last / first)) < 0.03)
        return fmt::format("{} stay{} level at {} between {} and {}", what, ending, shown(last),
                           place(growth, from), place(growth, to));
    return fmt::format("{} {}{} from {} at {} to {} at {}", what, last > first ? "rise" : "fall", ending,
                       shown(first), place(growth, from), shown(last), place(growth, to));
}

std::string course_words(const JointGrowth &growth, const Bound &bound, const std::string &metric,
                         const SetFit *outside) {
    const auto [from, to] = telling_cells(growth, bound, outside);
    return course_words(growth, bound, metric, from, to);
}

// "; it grows with k, which the bound does not name" where that is so.
std::string unnamed_sizes(const Bound &bound, const SetFit &outside) {
    const std::set<std::string> named = sizes_in(bound.growth);
    std::string text;
    for (const JointTerm &lead : outside.leads)
        for (const std::string &name : sizes_in(lead.expression))
            if (!named.contains(name) && text.find(name) == std::string::npos)
                text += (text.empty() ? "" : " and ") + name;
    return text.empty() ? "" : fmt::format("; that grows with {}, which the bound does not name", text);
}

// Up to where one size has to grow, from the cell with the largest reading on, for the two best growths on
// either side of the bound to part.
std::optional<WouldDecide> size_that_decides(const JointGrowth &growth, const Bound &bound,
                                             const JointGrowth *time) {
    const SetFit *inside = best_on(growth, bound, true), *outside = best_on(growth, bound, false);
    if (!inside || !outside) return std::nullopt;
    double error = 0;
    for (const Located &point : growth.points)
        error = std::max(error, point.error);
    const double enough = std::max(0.05, 4 * error);
    const Sizes top = growth.sizes_at(by_reading(growth).back());
    for (double times = 1.5; times < 1100; times *= 1.5)
        for (const std::string &name : growth.names) {
            Sizes sizes = top;
            sizes[name] = std::ceil(sizes[name] * times);
            if (std::abs(std::log(value_at(*outside, sizes) / value_at(*inside, sizes))) < enough) continue;
            WouldDecide decide{name, sizes[name], std::nullopt};
            if (time && !time->fits.empty()) decide.cost_ns = value_at(time->best(), sizes);
            return decide;
        }
    return std::nullopt;
}

double span_of(const JointGrowth &growth) {
    double span = 1;
    for (std::size_t i = 0; i < growth.names.size(); ++i) {
        double least = 1e300, largest = 1;
        for (const auto &cell : growth.cells)
            least = std::min(least, cell[i]), largest = std::max(largest, cell[i]);
        span *= largest / std::max(least, 1.0);
    }
    return span;
}

bool memory_could_do_it(const JointGrowth &growth, const Bound &bound,
                        const std::optional<MemoryCurve> &memory) {
    if (!memory || bound.kind == Bound::Kind::lower) return false;
    const auto [from, to] = telling_cells(growth, bound, best_on(growth, bound, false));
    return std::exp(log_ratio(growth, bound, to) - log_ratio(growth, bound, from)) <
           2 * memory->steepest_rise(span_of(growth));
}

double exponent_at_the_top(const JointGrowth &growth) {
    constexpr double step = 1.01;
    Sizes above = growth.sizes_at(by_reading(growth).back()), below = above;
    above[growth.names.front()] *= step;
    below[growth.names.front()] /= step;
    return std::log(value_at(growth.best(), above) / value_at(growth.best(), below)) / (2 * std::log(step));
}

struct CellPair {
    std::size_t steps, time; // index of one place in either growth
};

// Steps keep the bound, but a step takes so much longer in large cells that memory can't be why.
void look_for_hidden_work_over_places(const ShapeGrowth &shape, const Bound &bound, const MemoryCurve &memory,
                                      Judgement &j) {
    const JointGrowth &steps = *shape.joint_steps;
    const JointGrowth *time = shape.joint_time.get();
    if (!time || time->fits.empty() || bound.kind == Bound::Kind::lower) return;
    std::vector<CellPair> both;
    for (const std::size_t cell : by_reading(steps))
        for (std::size_t other = 0; other < time->cells.size(); ++other)
            if (time->cells[other] == steps.cells[cell]) both.push_back({cell, other});
    if (both.size() < 6) return;
    const CellPair from = both[both.size() / 3], to = both.back();
    const auto a_step = [&](const CellPair &pair) {
        return std::exp(time->points[pair.time].log_value - steps.points[pair.steps].log_value);
    };
    const double span = std::exp(steps.points[to.steps].log_value - steps.points[from.steps].log_value);
    const double rise = a_step(to) / a_step(from), could = memory.steepest_rise(std::max(span, 1.0));
    if (rise < 2 * could || evidence_against(bound, *time) < 3) return;
    j.verdict = Verdict::exceeded;
    j.loose = false;
    j.decided_by = "time";
    j.growth_class = time->best().name;
    j.reason =
        fmt::format("steps keep the bound, but time grows as {}: {} a step at {}, {} at {}, {} times "
                    "more where memory alone could do {}: work is hidden where steps do not see it, "
                    "in a library call or a copy",
                    j.growth_class, time_text(a_step(from)), place(steps, from.steps), time_text(a_step(to)),
                    place(steps, to.steps), three_digits(rise), three_digits(could));
    j.would_decide.reset();
}

double misfit_of(const SetFit &fit, const JointGrowth &growth) { return misfit(fit.fitted, growth.points); }

// Growth on the list beyond the bound, well enough shown to leave it; `need` in ln units.
bool is_left_for(const SetFit &outside, const SetFit *inside, const JointGrowth &growth, double evidence,
                 double need, bool exact) {
    if (!exact || !inside) return evidence > need;
    const double off = misfit_of(outside, growth), times_nearer = misfit_of(*inside, growth) / off;
    if (off <= ragged) return evidence > need && times_nearer > nearer;
    const double by = std::min(off / ragged, 2.0);
    return evidence > evidence_if_ragged && times_nearer > nearer_if_ragged &&
           (evidence > by * evidence_if_ragged || times_nearer > by * nearer_if_ragged);
}

double needed_to_hold(bool exact) {
    return exact ? 0.5 : 1; // a count is no estimate
}

bool is_left_for_unlisted(const SetFit &outside, const SetFit *inside, const JointGrowth &growth,
                          double evidence) {
    if (!inside || evidence < 2 * unlisted_in_counts) return false;
    const double off = misfit_of(outside, growth), off_within = misfit_of(*inside, growth);
    return off < ragged && off_within > nearer_if_ragged * off &&
           (off_within > good_fit || evidence > beyond_doubt);
}

bool is_loose(const Bound &bound, const JointGrowth &growth, double need, double unlisted) {
    if (bound.kind != Bound::Kind::upper) return false;
    const auto smaller = smaller_by_a_logarithm(bound.growth, growth.order, growth.names);
    const SetFit *inside = best_on(growth, bound, true);
    return std::any_of(smaller.begin(), smaller.end(), [&](const Expression &less) {
        const Bound smaller_bound{bound.kind, less, ""};
        const SetFit *within = best_on(growth, smaller_bound, true);
        return within && evidence_against(smaller_bound, growth) < -need &&
               evidence_off_the_list(smaller_bound, growth) <= unlisted &&
               misfit_of(*within, growth) <= nearer * misfit_of(*inside, growth);
    });
}

} // namespace

std::shared_ptr<const JointGrowth> deciding_joint(const std::string &metric, const ShapeGrowth &shape) {
    if (metric == "space") return shape.joint_space;
    // Where too few places could be counted for growth to show, and enough timed, times have to do.
    const auto fitted = [](const std::shared_ptr<const JointGrowth> &growth) {
        return growth && growth->standing == Growth::Standing::fitted;
    };
    const bool steps_tell = shape.joint_steps && (fitted(shape.joint_steps) || !fitted(shape.joint_time));
    return steps_tell ? shape.joint_steps : shape.joint_time;
}

Judgement judge_jointly(const std::string &metric, const Bound &bound, const ShapeGrowth &shape,
                        const std::optional<MemoryCurve> &memory) {
    const auto deciding = deciding_joint(metric, shape);
    const JointGrowth &growth = *deciding;
    const bool exact = metric == "space" || deciding == shape.joint_steps;
    Judgement j;
    j.decided_by = metric == "space" ? "space" : exact ? "steps" : "time";
    j.from = 1e300;
    for (const auto &cell : growth.cells)
        j.from = std::min(j.from, cell[0]), j.to = std::max(j.to, cell[0]);
    if (growth.standing == Growth::Standing::too_few) {
        j.reason = fmt::format("only {} places were measured: too few to tell growth in several sizes (12 "
                               "over 2 doublings of each size are the least)",
                               growth.points.size());
        return j;
    }
    if (metric == "space" && below_a_coarse_grain(growth.points)) {
        leave_unread(growth.points, growth.names.front(), j.to, j);
        return j;
    }
    const double need_holds = needed_to_hold(exact);
    double need_exceeded = exact ? 6 : 3;
    const SetFit *inside = best_on(growth, bound, true);
    if (exact && inside && misfit_of(*inside, growth) < good_fit) need_exceeded = clear_evidence;
    j.growth_class = growth.best().name;
    j.exponent = exponent_at_the_top(growth);
    j.evidence = evidence_against(bound, growth);
    const SetFit *outside = best_on(growth, bound, false);
    const double unlisted = evidence_off_the_list(bound, growth);
    const auto witness = witness_in(growth, bound, j.decided_by);
    const double enough_unlisted = exact ? unlisted_in_counts : unlisted_in_times;
    if (j.evidence < need_exceeded && unlisted > j.evidence && unlisted > enough_unlisted)
        outside = best_off_the_list(bound, growth);
    if (fits_poorly(growth) && std::abs(j.evidence) < evidence_if_ragged) {
        j.reason = fmt::format("no growth on the list fits: the nearest, {}, is off by {} % on average",
                               j.growth_class, three_digits(100 * misfit_of(growth.best(), growth)));
    } else if (outside && (j.evidence > 0 || outside->bent) &&
               growth.ends_early.contains(print_canonical(bound.growth))) {
        j.reason = fmt::format("{}, as {} does{}; but the larger half of that shows no such growth",
                               course_words(growth, bound, j.decided_by, outside), outside->name,
                               unnamed_sizes(bound, *outside));
    } else if (outside &&
               (outside->bent ? is_left_for_unlisted(*outside, inside, growth, unlisted)
                              : is_left_for(*outside, inside, growth, j.evidence, need_exceeded, exact)) &&
               witness && (exact || !memory_could_do_it(growth, bound, memory))) {
        j.verdict = Verdict::exceeded;
        j.reason = fmt::format(
            "{}, as {} does{}", course_words(growth, bound, j.decided_by, witness->from, witness->to),
            outside->name, bound.kind == Bound::Kind::lower ? "" : unnamed_sizes(bound, *outside));
    } else if (j.evidence < -need_holds && unlisted <= enough_unlisted) {
        j.verdict = Verdict::holds;
        j.reason = course_words(growth, bound, j.decided_by, nullptr);
        j.loose = is_loose(bound, growth, need_holds, enough_unlisted);
    } else {
        j.reason = course_words(growth, bound, j.decided_by, outside);
        if (outside && outside->bent)
            j.reason += fmt::format("; {}, which is on no list, explains that better than what is within the "
                                    "bound, but that comes near it",
                                    outside->name);
        else if (exact && j.evidence > need_exceeded)
            j.reason += "; growth above the bound explains that better, but not clearly enough";
        else if (exact || j.evidence < 0)
            j.reason += "; growth within the bound and above it explain that about equally well";
        else
            j.reason += fmt::format(", as {} does; but time alone can't tell that from memory getting "
                                    "slower, and no steps were counted",
                                    outside ? outside->name : j.growth_class);
        if (!outside || !outside->bent)
            j.would_decide = size_that_decides(growth, bound, shape.joint_time.get());
    }
    if (growth.hardest) allow_for_the_hardest(bound, growth.points.size(), j);
    if (memory && j.decided_by == "steps" && j.verdict != Verdict::exceeded)
        look_for_hidden_work_over_places(shape, bound, *memory, j);
    return j;
}

std::string smallest_joint_claim(const std::string &metric, const Judgement &judgement,
                                 const ShapeGrowth &shape) {
    const JointGrowth &growth =
        judgement.decided_by == "time" ? *shape.joint_time : *deciding_joint(metric, shape);
    Bound least{Bound::Kind::upper, nullptr, ""};
    for (const JointTerm &lead : growth.best().leads)
        least.growth =
            least.growth ? make(ExpressionNode::Kind::sum, {least.growth, lead.expression}) : lead.expression;
    const bool holds = !growth.best().bent &&
                       evidence_against(least, growth) < -needed_to_hold(judgement.decided_by != "time");
    return holds ? "O(" + growth.best().name + ")" : "";
}

} // namespace iron
