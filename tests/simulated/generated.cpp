#include "simulated/generated.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "core/bound/print.h"
#include "core/bound/size_order.h"
#include "core/plan/ladder.h"
#include "core/random.h"
#include "records/documents.h"
#include "records/template_sizes.h"
#include "simulated/study_run.h"
#include "support/schema.h"
#include "views/reasons.h"
#include "views/tables.h"

namespace iron::test {

namespace {

class Dice {
  public:
    explicit Dice(std::uint64_t seed) : random_(seed) {}
    bool once_in(std::uint64_t times) { return random_.below(times) == 0; }
    int between(int low, int high) { return static_cast<int>(random_.between(low, high)); }
    double real(double low, double high) {
        return low + (high - low) * static_cast<double>(random_.next() >> 11) * 0x1p-53;
    }
    // Evenly in logarithms.
    double spread(double low, double high) { return std::exp(real(std::log(low), std::log(high))); }
    template <typename T>
    T one_of(const std::vector<T> &all) {
        return all[static_cast<std::size_t>(between(0, static_cast<int>(all.size()) - 1))];
    }

  private:
    Random random_;
};

// A size of one of the kinds that people write.
SizeRule first_size(Dice &dice, bool exponential) {
    SizeRule rule{"n", make_number(dice.one_of<double>({0, 1, 1, 1, 2})), nullptr, {}, {}};
    const double to = exponential ? dice.one_of<double>({12, 18, 20, 26, 40})
                                  : dice.one_of<double>({1e3, 1e4, 1e5, 2e5, 1e6, 1e6, 1e9});
    rule.to = make_number(to);
    if (dice.once_in(25)) rule.from = rule.to; // one legal value only
    if (dice.once_in(6))
        rule.measured_from = exponential ? dice.between(2, 8) : dice.one_of<double>({2, 8, 64, 100});
    if (dice.once_in(12)) rule.usual = std::floor(std::sqrt(to));
    return rule;
}

SizeRule later_size(Dice &dice, const std::string &name, bool exponential) {
    SizeRule rule{name, make_number(1), make_number(dice.one_of<double>({1, 40, 512, 1e4})), {}, {}};
    if (dice.once_in(2)) rule.to = make_size("n");
    if (dice.once_in(2)) rule.usual = dice.one_of<double>({2, 8, 64});
    if (dice.once_in(8)) rule.measured_from = dice.between(1, 8);
    if (exponential) rule.to = make_number(20);
    return rule;
}

struct Growths {
    std::vector<std::string> all; // from small to large
    int most_of_time = 0;         // index
};

Growths growths_over(const std::vector<SizeRule> &sizes, bool exponential) {
    if (sizes.size() == 1 && exponential) return {{"1", "n", "n^2", "n^3", "2^n", "n 2^n", "3^n", "n!"}, 7};
    if (sizes.size() == 1) return {{"1", "log n", "n", "n log n", "n^2", "n^3"}, 5};
    const std::string k = sizes[1].name;
    return {{"1", "log n", k, "n", "n log n", "n + " + k, "n " + k, "n^2"}, 7};
}

ShapeLaw shape_law(Dice &dice, const std::vector<std::string> &names, const std::string &time,
                   const std::string &space) {
    ShapeLaw law;
    const double factor = dice.spread(0.5, 20);
    law.steps = {{factor, parse_expression(time, names)}};
    law.steps.push_back({factor * dice.real(0.5, 4), make_number(1)});
    if (time != "1" && dice.once_in(3) && time.find('!') == std::string::npos)
        law.steps.push_back({factor * dice.real(0, 2), parse_expression("log n", names)});
    if (space != "1") {
        const bool frames = space == "log n"; // of a recursion: larger than a container's elements
        law.bytes = {{frames ? dice.one_of<double>({32, 48, 96}) : dice.one_of<double>({4, 8, 24, 40}),
                      parse_expression(space, names)}};
    }
    law.bytes.push_back({dice.one_of<double>({0, 16, 48}), make_number(1)});
    if (dice.once_in(4)) law.input_spread = dice.one_of<double>({0.02, 0.1});
    return law;
}

Claim claim_of(Metric metric, const std::string &shape, const std::string &text,
               const std::vector<std::string> &names) {
    return {metric, shape, parse_bound(text, names)};
}

// A claim near the truth: itself, one larger, one smaller.
std::string claimed(Dice &dice, const Growths &growths, const std::string &truth, bool several) {
    const auto found = std::find(growths.all.begin(), growths.all.end(), truth);
    const int at = static_cast<int>(found - growths.all.begin());
    const int by = dice.one_of<int>({0, 0, 0, -1, 1, -2, 1});
    const int last = static_cast<int>(growths.all.size()) - 1;
    const std::string text = growths.all[static_cast<std::size_t>(std::clamp(at + by, 0, last))];
    const char *kind = several ? "O" : dice.one_of<const char *>({"O", "O", "O", "O", "Theta", "Omega"});
    return fmt::format("{}({})", kind, text);
}

void add_solution(Dice &dice, SimulatedProblem &made, int number, const Growths &growths, bool exponential) {
    Problem &problem = made.problem;
    const std::vector<std::string> names = problem.size_names();
    const bool several = problem.sizes.size() > 1;
    Solution solution;
    solution.name = fmt::format("barge-{}", number);
    SolutionLaw law;
    law.step_ns = dice.once_in(3) ? dice.spread(20, 200) : dice.spread(0.3, 5);
    if (dice.once_in(20)) law.step_ns = dice.spread(1e4, 1e7); // calls of up to seconds
    law.noise = dice.one_of<double>({0.003, 0.01, 0.03});
    if (dice.once_in(8)) {
        law.whole_program = true;
        law.start_up_s = dice.spread(1e-3, 0.3);
        law.grain_bytes = 256 << 10;
        law.counts = dice.once_in(2);
    } else if (dice.once_in(12))
        law.counts = law.weighs = false;
    if (dice.once_in(6)) law.cache_bytes = dice.spread(3e4, 3e6), law.cache_times = dice.spread(1.5, 10);
    // Of what was drawn already: the problems of every seed stay what they were.
    if (law.step_ns >= 20 && !law.whole_program) law.counting_times = 30; // an interpreter that traces
    law.remembers = law.counts && !law.whole_program && std::fmod(1e6 * law.step_ns, 20) < 1;
    const double unlikely = dice.real(0, 1);
    if (unlikely < 0.04)
        law.wrong_from = dice.one_of<double>({0, 3, 20, 1000});
    else if (unlikely < 0.06)
        law.crashes_from = dice.one_of<double>({0, 5, 500});
    else if (unlikely < 0.08)
        law.silent_from = dice.one_of<double>({0, 0, 10});
    const std::string time = dice.one_of(growths.all);
    const std::string space = several || exponential ? dice.one_of<std::string>({"1", "n"})
                                                     : dice.one_of<std::string>({"1", "log n", "n"});
    for (const Shape &shape : problem.shapes) {
        const bool own = dice.once_in(4);
        law.on[shape.name] = shape_law(dice, names, own ? dice.one_of(growths.all) : time, space);
        if (sizes_in(*shape.text).size() < names.size()) // depends on what the inputs hold alone
            law.on[shape.name] = shape_law(dice, names, dice.one_of<std::string>({"1", "log n", "n"}), space);
    }
    solution.claims.push_back(claim_of(Metric::time, "every", claimed(dice, growths, time, several), names));
    if (dice.once_in(5))
        solution.claims.push_back(claim_of(Metric::time, problem.shapes.front().name,
                                           claimed(dice, growths, time, several), names));
    if (dice.once_in(2))
        solution.claims.push_back(
            claim_of(Metric::space, "every",
                     fmt::format("O({})", dice.one_of<std::string>({space, space, "1", "n"})), names));
    problem.solutions.push_back(solution);
    made.laws[solution.name] = law;
}

} // namespace

Generated generated_problem(std::uint64_t seed) {
    Dice dice(seed);
    Generated generated;
    generated.seed = seed;
    generated.budget_s = dice.spread(1, 30);
    if (dice.once_in(50)) generated.budget_s = 600;
    generated.again = dice.once_in(10);
    SimulatedProblem &made = generated.simulated;
    Problem &problem = made.problem;
    problem.title = "Generated";
    const bool exponential = dice.once_in(4);
    problem.sizes = {first_size(dice, exponential)};
    const int several = dice.once_in(40) ? 2 : dice.once_in(200) ? 3 : 1;
    for (const char *name : {"k", "m"})
        if (static_cast<int>(problem.sizes.size()) < several)
            problem.sizes.push_back(later_size(dice, name, exponential));
    const std::vector<std::string> names = problem.size_names();
    const int shapes = several > 1        ? dice.between(1, 2)
                       : dice.once_in(40) ? 6
                                          : dice.one_of<int>({1, 1, 1, 2, 2, 3});
    for (int i = 0; i < shapes; ++i) {
        std::string text = "{n}";
        for (std::size_t j = 1; j < names.size(); ++j)
            if (!dice.once_in(6)) text += " {" + names[j] + "}";
        problem.shapes.push_back({fmt::format("calm-{}", i), parse_template(text, names), ""});
    }
    if (dice.once_in(4)) problem.samples.push_back({"3", "the sample's answer"});
    if (dice.once_in(3)) problem.answers.reference = "barge-0";
    problem.limits.time_s = dice.one_of<double>({1, 10, 10});
    const Growths growths = growths_over(problem.sizes, exponential);
    const int solutions = several > 1        ? dice.between(1, 2)
                          : dice.once_in(40) ? 12
                                             : dice.one_of<int>({1, 1, 1, 2, 2, 3});
    for (int i = 0; i < solutions; ++i)
        add_solution(dice, made, i, growths, exponential);
    for (auto &[name, law] : made.laws)
        law.by_line = law.counts && seed % 4 == 0;
    // The reference is right, and somebody to vote with.
    SolutionLaw &first = made.laws.at("barge-0");
    first.wrong_from.reset(), first.crashes_from.reset(), first.silent_from.reset();
    if (dice.once_in(3)) {
        Target target;
        target.sizes["n"] = std::min(1e5, range_of(problem.sizes.front(), {}).second);
        target.time_s = 1;
        target.memory_bytes = 256 << 20;
        problem.targets = {target};
    }
    return generated;
}

std::string described(const Generated &generated) {
    const Problem &problem = generated.simulated.problem;
    std::string text = fmt::format("seed {}, budget {:.3g} s{}:", generated.seed, generated.budget_s,
                                   generated.again ? " twice" : "");
    for (const SizeRule &rule : problem.sizes)
        text += fmt::format(" {} = {} to {} (measured from {}, usual {}),", rule.name, print(rule.from),
                            print(rule.to), rule.measured_from.value_or(-1), rule.usual.value_or(-1));
    text += fmt::format(" {} shapes", problem.shapes.size());
    for (const Solution &solution : problem.solutions) {
        const SolutionLaw &law = generated.simulated.laws.at(solution.name);
        text += fmt::format("\n  {} ({:.3g} ns a step{}{}):", solution.name, law.step_ns,
                            law.whole_program ? fmt::format(", start {:.3g} s", law.start_up_s) : "",
                            law.counts ? "" : ", times alone");
        for (const auto &[shape, what] : law.on) {
            text += " " + shape + ":";
            for (const Term &term : what.steps)
                text += fmt::format(" + {:.3g} {}", term.factor, print(term.growth));
        }
        for (const Claim &claim : solution.claims)
            text += fmt::format("; {} {} {}", word_for(claim.metric), claim.shape, claim.bound.written);
    }
    return text;
}

const char *word_for(Rule rule) {
    switch (rule) {
    case Rule::no_exception:
        return "exception";
    case Rule::right_ones_agree:
        return "right, and marked";
    case Rule::wrong_ones_are_found:
        return "wrong, and not found";
    case Rule::everybody_is_read:
        return "not read";
    case Rule::budget_is_kept:
        return "over budget";
    case Rule::time_is_shared:
        return "starved";
    case Rule::range_is_kept:
        return "out of range";
    case Rule::sentence_fits_verdict:
        return "sentence against verdict";
    case Rule::documents_are_valid:
        return "invalid document";
    case Rule::right_line_is_named:
        return "wrong line";
    case Rule::no_false_exceeded:
        return "false exceeded";
    case Rule::no_false_holds:
        return "false holds";
    }
    return "";
}

namespace {

// A run of all stages on a problem, and what is held against the laws.
class Run {
  public:
    Run(const Generated &generated, const Without &without)
        : generated_(generated), without_(without), made_(generated.simulated), problem_(made_.problem),
          run_(made_) {}

    Checked outcome() {
        try {
            agree_all();
            measure_all();
            if (generated_.again) measure_all();
            judge_all();
            check_documents();
        } catch (const std::exception &error) {
            fault(Rule::no_exception, error.what());
        }
        return std::move(checked_);
    }

  private:
    void fault(Rule rule, const std::string &text) { checked_.faults.push_back({rule, text}); }

    void agree_all() {
        run_.agree_all(60);
        for (const SolutionAgreement &entry : run_.agreement.solutions) {
            const SolutionLaw &law = made_.laws.at(entry.name);
            const bool faulty = law.wrong_from || law.crashes_from || law.silent_from;
            const bool agrees = entry.verdict == SolutionAgreement::Verdict::agrees;
            if (!agrees && !faulty && can_do_the_smallest(entry.name) && !nobody_to_believe())
                fault(Rule::right_ones_agree,
                      fmt::format("{}: {} {}", entry.name, iron::word_for(entry.outcome), entry.detail));
            const double from =
                law.wrong_from.value_or(law.crashes_from.value_or(law.silent_from.value_or(1e9)));
            if (agrees && faulty && from <= range_of(problem_.sizes.front(), {}).first &&
                problem_.solutions.size() > 2 && !nobody_to_believe())
                fault(Rule::wrong_ones_are_found, entry.name);
        }
    }

    // Where no reference is named and two are left that differ, both are marked.
    bool nobody_to_believe() const {
        return problem_.answers.reference.empty() &&
               std::any_of(made_.laws.begin(), made_.laws.end(),
                           [](const auto &one) { return one.second.wrong_from.has_value(); });
    }

    bool can_do_the_smallest(const std::string &name) const {
        const SolutionLaw &law = made_.laws.at(name);
        Sizes least;
        for (const SizeRule &rule : problem_.sizes)
            least[rule.name] = range_of(rule, least).first;
        for (const auto &[shape, what] : law.on) {
            const double call_s =
                1e-9 * law.step_ns * law.cache_times * value_of(what.steps, least) + law.start_up_s;
            if (call_s > 0.2 * problem_.limits.time_s) return false;
            if (value_of(what.bytes, least) > 0.9 * static_cast<double>(problem_.limits.memory_bytes))
                return false;
        }
        return true;
    }

    // Whether its share of the budget pays for six sizes over two doublings on every shape, from where the
    // problem lets measuring start.
    bool is_within_reach(const std::string &name) const {
        if (problem_.sizes.size() > 1) return true;
        const SizeRule &rule = problem_.sizes.front();
        const auto [from, to] = range_of(rule, {});
        const double least = std::max({from, 1.0, rule.measured_from.value_or(1)});
        const double most = std::max(4 * least, least + 5);
        if (to < most) return false;
        const SolutionLaw &law = made_.laws.at(name);
        double cost_s = 0; // timed and counted, some calls of each
        for (const auto &[shape, what] : law.on)
            for (const double n : ladder(least, most))
                cost_s += 4 * (1e-9 * law.step_ns * law.cache_times * value_of(what.steps, {{"n", n}}) +
                               law.start_up_s + 8e-3);
        return cost_s < generated_.budget_s / static_cast<double>(made_.laws.size());
    }

    // What is far above the grain of its space at the largest sizes.
    bool stands_above_its_grain(const std::string &solution) const {
        Sizes largest;
        for (const SizeRule &rule : problem_.sizes)
            largest[rule.name] = std::max(range_of(rule, largest).second, 1.0);
        const SolutionLaw &law = made_.laws.at(solution);
        return std::all_of(law.on.begin(), law.on.end(), [&](const auto &shape) {
            return value_of(shape.second.bytes, largest) >= 16 * law.grain_bytes;
        });
    }

    // Nothing is to be had for a claim in a size that stays as it is, for one on space that nobody reads or
    // that is lost in its grain, nor, of a whole program, for one below its reading of the input.
    bool is_to_be_had(const JudgedClaim &one) const {
        const SolutionLaw &law = made_.laws.at(one.solution);
        if (one.claim.metric == Metric::space &&
            (!law.weighs || (law.whole_program && !stands_above_its_grain(one.solution))))
            return false;
        const Bound &bound = one.claim.bound;
        Sizes largest;
        for (const SizeRule &rule : problem_.sizes) {
            const auto [from, to] = range_of(rule, largest);
            largest[rule.name] = to;
            if (!sizes_in(bound.growth).contains(rule.name)) continue;
            if (from == to) return false;
            for (const Shape &shape : problem_.shapes)
                if (!sizes_in(*shape.text).contains(rule.name)) return false;
        }
        if (!law.whole_program || bound.kind == Bound::Kind::lower) return true;
        const SizeOrder order(problem_.size_names(), problem_.relations());
        return std::all_of(problem_.sizes.begin(), problem_.sizes.end(), [&](const SizeRule &rule) {
            return order.within(make_size(rule.name), bound.growth);
        });
    }

    void measure_all() {
        const Agreement before = run_.agreement;
        const double from = run_.clock.seconds();
        run_.measure_all(generated_.budget_s, generated_.seed % 2 == 1);
        const double spent = run_.clock.seconds() - from;
        double first_readings = 0;
        for (const Solution &one : problem_.solutions)
            first_readings += 2 * made_.laws.at(one.name).start_up_s + 0.05;
        if (spent > 1.1 * generated_.budget_s + 4 * problem_.limits.time_s + first_readings)
            fault(Rule::budget_is_kept, fmt::format("{:.3g} s of {:.3g} s", spent, generated_.budget_s));
        for (const SolutionAgreement &entry : before.solutions)
            if (entry.verdict == SolutionAgreement::Verdict::agrees) check_readings(entry.name, spent);
    }

    void check_readings(const std::string &name, double spent_s) {
        const SolutionLaw &law = made_.laws.at(name);
        if (law.crashes_from || law.wrong_from || law.silent_from) return;
        std::map<std::string, std::set<Sizes>> read; // by shape
        for (const Measurement &m : run_.archive.measurements()) {
            if (m.solution != name) continue;
            check_range(m);
            if (m.outcome == Outcome::done && m.kind == MeasuredKind::timing) read[m.shape].insert(m.sizes);
        }
        if (read.empty() && can_do_the_smallest(name)) fault(Rule::everybody_is_read, name);
        // Eight sizes that cost next to nothing are there for everybody.
        const SizeRule &first = problem_.sizes.front();
        const auto [from, to] = range_of(first, {});
        if (problem_.sizes.size() > 1 || to < from + 60 || first.measured_from) return;
        for (const auto &[shape, what] : law.on) {
            double cost_s = 0;
            for (const double n : ladder(std::max(16.0, from), std::min(to, 256.0)))
                cost_s += 2e-9 * law.step_ns * law.cache_times * value_of(what.steps, {{"n", n}}) +
                          law.start_up_s + 8e-3;
            const double series = static_cast<double>(made_.laws.size() * problem_.shapes.size());
            if (cost_s < 0.1 * generated_.budget_s / series && read[shape].size() < 6)
                fault(Rule::time_is_shared, fmt::format("{} on {}: {} sizes in {:.3g} s", name, shape,
                                                        read[shape].size(), spent_s));
        }
    }

    void check_range(const Measurement &m) {
        for (const SizeRule &rule : problem_.sizes) {
            const auto [from, to] = range_of(rule, m.sizes);
            const double value = m.sizes.at(rule.name);
            if (value < from || value > to || value != std::floor(value))
                fault(Rule::range_is_kept,
                      fmt::format("{} = {}, which goes from {} to {}", rule.name, value, from, to));
        }
    }

    // f = sum of terms, g = bound: within O, and the other way round.
    struct Order {
        bool upper = true, lower = true;
    };
    Order order_of(const ShapeLaw &law, bool of_space, const Bound &bound) const {
        const SizeOrder order(problem_.size_names(), problem_.relations());
        Order found{true, false};
        for (const Term &term : of_space ? law.bytes : law.steps) {
            if (term.factor == 0) continue;
            found.upper = found.upper && order.within(term.growth, bound.growth);
            found.lower = found.lower || order.within(bound.growth, term.growth);
        }
        return found;
    }

    bool is_true(const Solution &solution, const Claim &claim) const {
        bool upper = true, lower = true;
        for (const auto &[shape, law] : made_.laws.at(solution.name).on) {
            const bool own =
                std::any_of(solution.claims.begin(), solution.claims.end(), [&](const Claim &other) {
                    return other.metric == claim.metric && other.shape == shape;
                });
            if (claim.shape == "every" ? own : claim.shape != shape) continue;
            const Order order = order_of(law, claim.metric == Metric::space, claim.bound);
            upper = upper && order.upper;
            lower = lower && order.lower;
        }
        return claim.bound.kind == Bound::Kind::upper   ? upper
               : claim.bound.kind == Bound::Kind::lower ? lower
                                                        : upper && lower;
    }

    // Whether the range is wide enough for its sizes to show what holds for all.
    bool range_tells(const JudgedClaim &one) const {
        if (one.claim.metric == Metric::space && !stands_above_its_grain(one.solution)) return false;
        Sizes largest;
        for (const SizeRule &rule : problem_.sizes) {
            const auto [from, to] = range_of(rule, largest);
            largest[rule.name] = to;
            if (to < 12 || from == to) return false;
        }
        return true;
    }

    void judge_all() {
        run_.judge_all(without_);
        for (const JudgedClaim &one : run_.judged) {
            const SolutionAgreement *entry = run_.agreement.solution(one.solution);
            const Judgement &judged = one.judgement;
            if (entry->verdict != SolutionAgreement::Verdict::agrees ||
                std::holds_alternative<because::ShapesOfTheirOwn>(judged.reason))
                continue;
            ++checked_.claims;
            const std::string by = judged.decided_by ? word_for(*judged.decided_by) : "nothing";
            const bool reached = is_within_reach(one.solution) && is_to_be_had(one);
            ++(reached ? checked_.judged : checked_.out_of_reach)[by];
            if (reached && judged.verdict == Verdict::undecided) {
                ++checked_.undecided[by];
                checked_.open.push_back(fmt::format("{} {} {} {}, by {}: {}", one.solution,
                                                    word_for(one.claim.metric), one.claim.shape,
                                                    one.claim.bound.written, by, reason_text(judged)));
            }
            check_sentence(one);
            check_line(one);
            const bool truth = is_true(*problem_.solution(one.solution), one.claim);
            const std::string text =
                fmt::format("{} {} {}, by {}: {}", one.solution, word_for(one.claim.metric),
                            one.claim.bound.written, by, reason_text(judged));
            if (judged.verdict == Verdict::exceeded && truth) fault(Rule::no_false_exceeded, text);
            if (judged.verdict == Verdict::holds && !truth && range_tells(one))
                fault(Rule::no_false_holds, text);
        }
    }

    // A claim that is false is broken by the line whose own growth leaves it.
    void check_line(const JudgedClaim &one) {
        for (const Remark &remark : one.judgement.remarks) {
            const auto *line = std::get_if<besides::Line>(&remark);
            if (!line || is_true(*problem_.solution(one.solution), one.claim)) continue;
            const ShapeLaw &law = made_.laws.at(one.solution).on.at(one.judgement.worst_shape);
            const Term &term = law.steps.at(static_cast<std::size_t>(line->spot.lines.front()) - 1);
            if (SizeOrder(problem_.size_names(), problem_.relations())
                    .within(term.growth, one.claim.bound.growth))
                fault(Rule::right_line_is_named,
                      fmt::format("{} {}: {}", one.solution, one.claim.bound.written,
                                  reason_text(one.judgement)));
        }
    }

    void check_sentence(const JudgedClaim &one) {
        const std::string reason = reason_text(one.judgement);
        const std::string sentence = reason.substr(0, reason.find(';'));
        const bool falls = sentence.find(" falls from") != std::string::npos ||
                           sentence.find(" fall from") != std::string::npos;
        if (one.judgement.verdict == Verdict::exceeded && falls && one.claim.bound.kind == Bound::Kind::upper)
            fault(Rule::sentence_fits_verdict,
                  fmt::format("{} {}: exceeded: {}", one.solution, one.claim.bound.written, reason));
    }

    void check_documents() {
        const auto valid = [&](const char *name, const std::string &text) {
            const std::string wrong = violations(nlohmann::json::parse(text), name);
            if (!wrong.empty()) fault(Rule::documents_are_valid, fmt::format("{}: {}", name, wrong));
        };
        valid("agreement", agreement_json(run_.agreement));
        valid("growth", growth_json(run_.fitted.growths));
        valid("claims", claims_json(run_.judged, reason_text));
        valid("lines",
              lines_json(run_.fitted.lines, problem_.size_names(),
                         [](const std::string &, const Spot &) { return std::string("level += 1;"); }));
        if (!run_.archive.measurements().empty())
            valid("measurement", journal_line(run_.archive.measurements().back()));
        claims_table(run_.judged, run_.fitted.growths, &run_.agreement);
        CompareOptions compared;
        for (const SolutionClaims &one : run_.fitted.claims)
            if (one.excluded.empty()) compared.solutions.push_back(one.solution);
        valid("comparison", comparison_json(compare_all(run_.fitted.series, run_.fitted.growths, compared)));
        const Outlook outlook(run_.fitted.series, run_.fitted.growths);
        Sizes others = sizes_at(problem_, {});
        const std::string along = problem_.sizes.back().name;
        const Sizes all = others;
        others.erase(along);
        const auto largest = largest_within(run_.scope, outlook, Metric::time, 1e9, along, others);
        for (const LargestSize &one : largest)
            if (problem_.sizes.back().to_is_relation() && one.largest &&
                one.largest->size > range_of(problem_.sizes.back(), others).second)
                fault(Rule::range_is_kept, fmt::format("largest {} {}", along, one.largest->size));
        std::vector<TargetFindings> targets;
        for (const TargetLimits &limits : target_limits(problem_))
            targets.push_back(
                {limits, target_met(run_.scope, run_.fitted, run_.archive.measurements(), limits), {}});
        // It fits every series again.
        const SelfCheck self = generated_.seed % 8 ? SelfCheck() : outlook.self_check();
        valid("forecast",
              forecast_json(outlook.at(all), all, largest, "1 s", along, targets, self, reason_text));
    }

    const Generated &generated_;
    const Without &without_;
    const SimulatedProblem &made_;
    const Problem &problem_;
    StudyRun run_;
    Checked checked_;
};

} // namespace

Checked check(const Generated &generated, const Without &without) {
    return Run(generated, without).outcome();
}

} // namespace iron::test
