#include "study/measure.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <optional>

#include "core/policy.h"
#include "core/words.h"
#include "study/answer_watch.h"
#include "study/earlier.h"
#include "study/field.h"
#include "study/readings.h"
#include "study/remembering.h"
#include "study/space_turns.h"
#include "study/turns.h"

namespace iron {

namespace {

// Of the budget: for the answers of others where two differ. Who is right comes before one reading more.
constexpr double share_for_disputes = 0.3;

// One session: asks the planner, has the lab do it, keeps what comes.
class Measuring {
  public:
    Measuring(const Scope &scope, const std::vector<Entrant> &entrants, const MeasureOptions &options,
              Lab &lab, Archive &archive, const Clock &clock, Teller &teller, Agreement &agreement)
        : scope_(scope), options_(options), lab_(lab), archive_(archive), clock_(clock), teller_(teller),
          started_s_(clock.seconds()), field_(scope, those_that_agree(entrants, agreement)),
          watch_(scope.problem, lab, agreement, field_.solutions(),
                 [this](const std::string &name, const InputId &which) { return asked_too(name, which); }),
          space_turns_(scope.problem, options.budget_s), planner_(plan(entrants)) {}

    MeasureSummary outcome() {
        open_journal();
        tell_calls();
        recall();
        for (Next step; (step = planner_.next(elapsed())).task != Task::stop;)
            do_next(step);
        watch_.end_generation();
        end();
        return std::move(summary_);
    }

  private:
    double elapsed() const { return clock_.seconds() - started_s_; }

    PlanOptions plan(const std::vector<Entrant> &entrants) const {
        PlanOptions plan;
        field_.put_into(plan);
        for (const std::string &name : field_.solutions())
            for (const Entrant &one : entrants)
                if (one.name == name) {
                    plan.counted.push_back(one.counts);
                    plan.weighed.push_back(one.weighs && space_turns_.is_asked_for(name));
                }
        plan.judges = options_.judge != nullptr;
        plan.budget_s = options_.budget_s;
        plan.generations = options_.generations;
        plan.seed = options_.seed;
        return plan;
    }

    void open_journal() {
        std::optional<Journal> earlier =
            begin_journal(options_, archive_, [this](const std::string &text) { note(text); });
        if (!earlier) return;
        if (earlier->dropped > 0)
            note(fmt::format("torn or damaged lines of the journal, now gone: {}", earlier->dropped));
        remembering_.recall(earlier->measurements);
        readings_ = Readings(std::move(earlier->measurements));
        summary_.recalled = static_cast<int>(readings_.all().size());
        summary_.spent_before_s = readings_.last_at_s();
    }

    // Tells the planner what calls took while answers were compared.
    void tell_calls() {
        for (const auto &[name, by_shape] : options_.calls)
            for (const auto &[shape_name, calls] : by_shape) {
                const auto solution = field_.number_of(name), shape = field_.number_of_shape(shape_name);
                if (!solution || !shape) continue;
                planner_.hint({*solution, *shape, 0, 0}, calls);
            }
    }

    // Tells the planner what earlier sessions measured.
    void recall() {
        if (readings_.all().empty()) return;
        const EarlierReadings earlier = earlier_readings(readings_.all(), field_, remembering_);
        for (const auto &[cell, one] : earlier.cells)
            if (one.call_s > 0) planner_.recall(cell, one.call_s, one.counted, one.passes);
        generation_ = earlier.generation;
        for (const auto &[cell, m] : earlier.failures) {
            planner_.told_failure(cell, stopped_after_s(m->outcome));
            if (!is_over_a_limit(m->outcome))
                watch_.mark(m->solution, {m->shape, m->sizes, m->seed}, m->outcome,
                            "found in an earlier session");
        }
        planner_.go_on_from(earlier.generation, earlier.round);
    }

    void do_next(const Next &step) {
        summary_.cells = planner_.cells();
        if (step.task == Task::judge) return planner_.told_needs(needs());
        if (step.task == Task::new_generation) {
            watch_.end_generation();
            generation_ = step.generation;
            for (const std::string &name : field_.solutions())
                lab_.runner(name).renew();
            return;
        }
        teller_.progress(elapsed(), options_.budget_s, [&] { return field_.describe(step.cell); });
        restless_ = lab_.restless();
        take(step);
    }

    // `input seed=` takes exactly this; a batch goes round this one and the next ones.
    std::uint64_t seed() const {
        return options_.seed * 10'000 + static_cast<std::uint64_t>(generation_) * 100;
    }

    Measurement blank(const Next &step, MeasuredKind kind) const {
        Measurement m;
        m.kind = kind;
        m.solution = field_.solution(step.cell);
        m.shape = field_.shape(step.cell);
        m.sizes = field_.sizes(step.cell);
        m.seed = seed();
        m.generation = generation_;
        m.round = step.round;
        m.cold = remembering_.remembers(m.solution);
        return m;
    }

    void keep(Measurement m) {
        m.at_s = summary_.spent_before_s + elapsed();
        summary_.disturbed += m.disturbed;
        archive_.append(m);
        readings_.add(std::move(m));
    }

    void take(const Next &step) {
        const InputId which{field_.shape(step.cell), field_.sizes(step.cell), seed()};
        under_way_ = step.task == Task::count ? MeasuredKind::counting : MeasuredKind::timing;
        try {
            if (step.task == Task::probe)
                probe(step, which);
            else if (step.task == Task::count)
                count(step, which);
            else if (step.task == Task::weigh)
                weigh(step, which);
            else
                time(step, which);
        } catch (const Failure &failure) {
            fail(step, which, failure);
        } catch (const Error &error) {
            // Sizes that the sweep of the first one does not come by may not fit together.
            if (error.category() != Category::usage || step.cell.line == 0) throw;
            planner_.told_failure(step.cell);
            note(fmt::format("{}: no input can be made there: {}", field_.describe(step.cell), error.what()));
        }
        for (const auto &[solution, where] : watch_.newly_wrong())
            if (const auto number = field_.number_of(solution))
                for (int shape = 0; shape < static_cast<int>(field_.shapes().size()); ++shape)
                    drop_from(*number, shape, where.sizes, 0);
    }

    // A single call, not kept.
    void probe(const Next &step, const InputId &which) {
        const Input input = lab_.inputs().get(which.shape, which.sizes, which.seed);
        const double limit_s = std::min(step.limit_s, scope_.problem.limits.time_s);
        const Answered answered = lab_.runner(field_.solution(step.cell)).answer(input, limit_s);
        if (answered.outcome == Outcome::over_time && step.limit_s < scope_.problem.limits.time_s)
            return planner_.told_probe_stopped(step.cell, limit_s);
        if (answered.outcome != Outcome::done) throw Failure{answered.outcome, answered.detail};
        planner_.told_probe(step.cell, std::max(answered.seconds, 1e-9));
    }

    void time(const Next &step, const InputId &which) {
        const double from = clock_.seconds();
        Timed timed = lab_.runner(field_.solution(step.cell)).time(which, blank(step, MeasuredKind::timing));
        Measurement &m = timed.reading;
        if (timed.answer) m.answer_digest = watch_.look_at(m.solution, which, *timed.answer);
        m.disturbed = m.disturbed || restless_;
        const bool again = m.disturbed;
        remembering_.told_call(step.cell, m.time_ns);
        keep(std::move(m));
        planner_.told_time(step.cell, timed.call_s, clock_.seconds() - from);
        if (again) planner_.told_disturbed(step.cell);
        look_for_memory(step, which, timed.first_s.value_or(0));
    }

    void look_for_memory(const Next &step, const InputId &which, double first_s = 0) {
        const std::string &name = field_.solution(step.cell);
        if (remembering_.is_doubtful(name, step.cell, first_s) &&
            remembering_.shows_in(lab_.runner(name), which, blank(step, MeasuredKind::timing)))
            forget(step, name);
    }

    // What was read of it so far says nothing: it remembers.
    void forget(const Next &step, const std::string &name) {
        readings_.call_steady(name);
        planner_.told_counts_are_void(step.cell.solution);
    }

    // Nothing where a limit stopped it: that says nothing of the call, which was timed.
    std::optional<std::vector<Measurement>> unless_stopped(const Next &step, const InputId &which,
                                                           const Measurement &form, const CountAsk &ask) {
        const double from = clock_.seconds();
        try {
            return lab_.runner(field_.solution(step.cell)).count(which, form, ask);
        } catch (const Failure &failure) {
            if (!is_over_a_limit(failure.outcome)) throw;
            note(fmt::format("{}: its {} there ({} after {})", field_.describe(step.cell),
                             ask.steps ? "steps are not counted" : "memory is not read",
                             word_for(failure.outcome), time_text(1e9 * (clock_.seconds() - from))));
            return std::nullopt;
        }
    }

    void count(const Next &step, const InputId &which) {
        const std::string &name = field_.solution(step.cell);
        // Later rounds ask what other inputs cost; a generation has a hundred seeds.
        const InputId other{which.shape, which.sizes,
                            which.seed + static_cast<std::uint64_t>(step.round % 100)};
        Measurement form = blank(step, MeasuredKind::counting);
        form.seed = other.seed;
        const bool space = space_turns_.wants(name, step.cell, generation_ == 0 && step.round == 0);
        const double from = clock_.seconds();
        const auto counted =
            unless_stopped(step, other, form, {true, is_counted_twice(step.cell), false, step.limit_s});
        if (!counted) return planner_.told_count_stopped(step.cell, clock_.seconds() - from);
        const std::vector<Measurement> &made = *counted;
        for (const Measurement &m : made)
            if (m.kind == MeasuredKind::counting) remembering_.told_least(step.cell, least_time_ns(m));
        const double count_s = count_s_[name] = clock_.seconds() - from;
        keep_all(made);
        double weigh_s = 0;
        if (space && !made.empty() && made.back().kind == MeasuredKind::space)
            space_turns_.told(step.cell, count_s, made.back());
        else if (space)
            weigh_s = weighed(step, other, form);
        // The next count will do without.
        const bool apart = space && space_turns_.leaves_out(name, step.cell);
        planner_.told_count(step.cell, apart ? count_s : count_s + weigh_s);
        if (space_turns_.is_left(step.cell)) planner_.told_space_was_left_out(step.cell);
        if (!made.empty() && made[0].later_steps &&
            remembering_.told(name, made[0].steps, *made[0].later_steps))
            forget(step, name);
        look_for_memory(step, which);
    }

    // Memory alone.
    void weigh(const Next &step, const InputId &which) {
        if (space_turns_.wants(field_.solution(step.cell), step.cell, true))
            weighed(step, which, blank(step, MeasuredKind::space));
    }

    double weighed(const Next &step, const InputId &which, const Measurement &form) {
        const double from = clock_.seconds();
        under_way_ = MeasuredKind::space;
        const auto made = unless_stopped(step, which, form, {false, false, true, step.limit_s});
        const double seconds = clock_.seconds() - from;
        if (made) keep_all(*made);
        if (made && !made->empty()) space_turns_.told(step.cell, seconds, made->front());
        made ? planner_.told_weight(step.cell, seconds) : planner_.told_weight_stopped(step.cell, seconds);
        return seconds;
    }

    void keep_all(std::vector<Measurement> made) {
        for (Measurement &m : made) {
            readings_.mark_varying(m);
            keep(std::move(m));
        }
    }

    // The second must not differ.
    bool is_counted_twice(const Cell &cell) {
        const std::string &name = field_.solution(cell);
        if (remembering_.remembers(name)) return false;
        const auto last = count_s_.find(name);
        const bool is_cheap =
            last == count_s_.end() || last->second <= policy::plan::usual_call * options_.budget_s;
        return remembering_.wants_pair(cell, field_.rung(cell), is_cheap);
    }

    // The answer of one that was not measured there, since two others differ.
    std::optional<std::string> asked_too(const std::string &name, const InputId &which) {
        const double left_s = share_for_disputes * options_.budget_s - on_disputes_s_;
        if (left_s <= 0) return std::nullopt;
        const double from = clock_.seconds();
        teller_.progress(elapsed(), options_.budget_s, [&] { return name + ", for its answer"; });
        const Answered answered =
            lab_.runner(name).answer(lab_.inputs().get(which.shape, which.sizes, which.seed),
                                     std::min(left_s, scope_.problem.limits.time_s));
        on_disputes_s_ += clock_.seconds() - from;
        if (answered.outcome != Outcome::done) return std::nullopt;
        return answered.text;
    }

    double stopped_after_s(Outcome outcome) const {
        return outcome == Outcome::over_time ? scope_.problem.limits.time_s : 0;
    }

    void fail(const Next &step, const InputId &which, const Failure &failure) {
        Measurement m = blank(step, under_way_);
        m.outcome = failure.outcome;
        keep(m);
        const bool reach = is_over_a_limit(failure.outcome) && !field_.is_smallest(which.sizes);
        if (reach) // nothing as large in every size is worth trying there
            drop_from(step.cell.solution, step.cell.shape, which.sizes, stopped_after_s(failure.outcome));
        planner_.told_failure(step.cell, stopped_after_s(failure.outcome));
        if (reach)
            beyond_reach_.push_back({m.solution, which, failure});
        else
            watch_.mark(m.solution, which, failure.outcome, failure.detail);
    }

    void drop_from(int solution, int shape, const Sizes &sizes, double after_s) {
        for (const Cell &cell : field_.cells_from(solution, shape, sizes))
            planner_.told_failure(cell, after_s);
    }

    std::vector<Need> needs() {
        std::vector<Need> list;
        std::vector<NamedNeed> named;
        lab_.at_leisure([&] { named = options_.judge(readings_.all()); });
        for (NamedNeed &need : named) {
            need.more_inputs = need.more_inputs && readings_.hang_on_input(need.solution, need.shape);
            if (const auto numbered = field_.numbered(need)) list.push_back(*numbered);
        }
        return list;
    }

    void note(const std::string &text) {
        if (std::find(summary_.notes.begin(), summary_.notes.end(), text) == summary_.notes.end())
            summary_.notes.push_back(text);
    }

    void end() {
        summary_.generations = generation_ + 1;
        summary_.spent_s = elapsed();
        summary_.stopped_early = summary_.spent_s < policy::plan::early * options_.budget_s;
        summary_.measurements = static_cast<int>(readings_.all().size());
        // One that never came to an end fails after all.
        for (const auto &[solution, which, failure] : beyond_reach_)
            if (!readings_.any_done(solution)) watch_.mark(solution, which, failure.outcome, failure.detail);
        for (const std::string &name : field_.solutions())
            for (const std::string &text : lab_.runner(name).notes())
                note(text);
        for (const std::string &text : readings_.notes())
            note(text);
        for (const std::string &text : field_.left_out())
            note(text);
    }

    struct Beyond {
        std::string solution;
        InputId which;
        Failure failure;
    };

    const Scope &scope_;
    const MeasureOptions &options_;
    Lab &lab_;
    Archive &archive_;
    const Clock &clock_;
    Teller &teller_;
    double started_s_;
    Field field_;
    AnswerWatch watch_;
    SpaceTurns space_turns_;
    Planner planner_;
    Readings readings_;
    Remembering remembering_;
    std::vector<Beyond> beyond_reach_;
    MeasureSummary summary_;
    int generation_ = 0;
    bool restless_ = false;
    MeasuredKind under_way_ = MeasuredKind::timing;
    double on_disputes_s_ = 0;
    std::map<std::string, double> count_s_; // the last count, by solution
};

} // namespace

MeasureSummary measure(const Scope &scope, const std::vector<Entrant> &entrants,
                       const MeasureOptions &options, Lab &lab, Archive &archive, const Clock &clock,
                       Teller &teller, Agreement &agreement) {
    const auto once = [&](const MeasureOptions &turn, Teller &heard) {
        return Measuring(scope, entrants, turn, lab, archive, clock, heard, agreement).outcome();
    };
    return options.certain ? in_turns(options, archive, teller, once) : once(options, teller);
}

} // namespace iron
