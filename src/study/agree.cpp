#include "study/agree.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

#include "core/random.h"
#include "core/words.h"
#include "study/ballot.h"
#include "study/pace.h"
#include "study/shrink.h"
#include "study/tried_inputs.h"

namespace iron {

namespace {

using Found = SolutionAgreement::Verdict;

constexpr double climb_share = 0.6; // of the time for large inputs: the rest is for the largest

// Of one way from nothing to an Agreement: a run of trials, and what they found.
class Agreeing {
  public:
    Agreeing(const Problem &problem, const std::vector<Entrant> &entrants, const AgreeOptions &options,
             Lab &lab, const Clock &clock, Teller &teller)
        : problem_(problem), options_(options), lab_(lab), inputs_(lab.inputs()), clock_(clock),
          teller_(teller), pace_(problem), ballot_(problem, lab), tried_(inputs_) {
        for (const std::string &name : options.shapes)
            shapes_.push_back(problem.shape(name));
        for (const Entrant &one : entrants) {
            SolutionAgreement entry;
            entry.name = one.name;
            if (!one.ready) {
                entry.verdict = Found::fails;
                entry.outcome = Outcome::not_built;
                entry.detail = one.message;
            }
            entrants_[one.name] = one;
            pace_.enter(one.name, one.whole_program);
            agreement_.solutions.push_back(std::move(entry));
        }
    }

    Agreed outcome() {
        samples();
        edge_cases();
        small_inputs();
        large_inputs();
        shrink_all();
        agreement_.reference = problem_.answers.reference;
        const SolutionAgreement *reference = agreement_.solution(agreement_.reference);
        agreement_.reference_why = ballot_.how_sure(reference && in_play(*reference));
        return {std::move(agreement_), pace_.calls()};
    }

  private:
    bool in_play(const SolutionAgreement &entry) const { return entry.verdict == Found::agrees; }

    int still_in_play() const {
        return static_cast<int>(std::count_if(agreement_.solutions.begin(), agreement_.solutions.end(),
                                              [&](const auto &entry) { return in_play(entry); }));
    }

    void samples() {
        for (std::size_t i = 0; i < problem_.samples.size(); ++i) {
            const Sample &sample = problem_.samples[i];
            say(fmt::format("sample {} of {}", i + 1, problem_.samples.size()));
            play({"sample", {}, i + 1, Draw::random, inputs_.put(sample.given), sample.answer});
        }
    }

    void try_input(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) {
        const Input input = inputs_.get(shape.name, sizes, seed, draw);
        if (tried_.is_new(shape.name, sizes, input))
            play({shape.name, sizes, seed, draw, input, std::nullopt});
    }

    // The smallest of every size and the next few, one size up at a time and all together; then the same with
    // what is drawn at the ends of its range, or all equal.
    void edge_cases() {
        for (int up = 0; up < 4; ++up)
            for (const Shape *shape : shapes_)
                for (const Draw draw : {Draw::random, Draw::lowest, Draw::highest, Draw::equal}) {
                    if (!shape->text && draw != Draw::random) continue;
                    say(fmt::format("{}, edge cases", shape->name));
                    for (std::size_t grown = 0; grown <= problem_.sizes.size(); ++grown) {
                        if (grown > 0 && (up == 0 || problem_.sizes.size() == 1)) break;
                        Sizes sizes;
                        for (std::size_t i = 0; i < problem_.sizes.size(); ++i) {
                            const auto [from, to] = range_of(problem_.sizes[i], sizes);
                            const double above = grown == 0 || grown == i + 1 ? up : 0;
                            sizes[problem_.sizes[i].name] = std::min(from + above, to);
                        }
                        if (still_in_play() == 0) return;
                        try_input(*shape, sizes, first_seed(), draw);
                    }
                }
    }

    std::uint64_t first_seed() const { return options_.seed * 10'000; }

    // Sizes grow from the smallest legal ones; each trial has a seed of its own.
    void small_inputs() {
        const double until = clock_.seconds() + options_.small_s;
        for (int i = 0; i < options_.inputs_a_shape; ++i) {
            if (i >= options_.inputs_at_least && clock_.seconds() > until) break;
            for (const Shape *shape : shapes_) {
                if (still_in_play() == 0) return;
                if (!shape->text && i >= 2 * options_.inputs_at_least) continue; // a process an input
                say(fmt::format("{}, small input {}", shape->name, i + 1));
                const std::uint64_t seed = first_seed() + static_cast<std::uint64_t>(i);
                static constexpr Draw draws[] = {Draw::random, Draw::random, Draw::random,
                                                 Draw::equal,  Draw::random, Draw::highest};
                const Draw draw = shape->text ? draws[i % 6] : Draw::random;
                try_input(*shape, small_sizes(i, seed), seed, draw);
            }
        }
    }

    Sizes small_sizes(int step, std::uint64_t seed) const {
        Sizes sizes;
        Random random(seed);
        for (const SizeRule &rule : problem_.sizes) {
            const auto [from, to] = range_of(rule, sizes);
            // The first size goes through all values in turn, five inputs each; the others take any small
            // value.
            const bool first = sizes.empty();
            const std::int64_t above = first ? step / 5 : random.between(0, step / 5 + 1);
            sizes[rule.name] = std::min(from + static_cast<double>(above), to);
        }
        return sizes;
    }

    // Four times the size from one to the next, as long as somebody still answers in good time; then the
    // largest: an answer that overflows may do so there alone.
    void large_inputs() {
        const double start = clock_.seconds();
        const SizeRule &rule = problem_.sizes.front();
        const auto [from, to] = range_of(rule, {});
        large_ = true;
        LargestInput &reach = agreement_.largest_input.emplace(LargestInput{rule.name});
        climb(std::max(64.0, 2 * from), to, start + climb_share * options_.large_s, reach);
        if (reach.ended_by == LargestInput::End::time) leap(to, start + options_.large_s, reach);
    }

    void climb(double from, double to, double until, LargestInput &reach) {
        for (double size = from; size <= to; size = size < to ? std::min(4 * size, to) : to + 1)
            for (const Shape *shape : shapes_)
                for (const Draw draw : {Draw::random, Draw::highest}) {
                    if (draw != Draw::random && !shape->text) continue;
                    const Sizes sizes = complete_sizes(problem_, {{reach.size, size}});
                    const bool late = clock_.seconds() > until;
                    reach.ended_by = late ? LargestInput::End::time : LargestInput::End::nobody;
                    if (late || asked_at(sizes).empty()) return;
                    try_large(*shape, sizes, draw);
                    reach.value = size;
                }
        reach.ended_by = LargestInput::End::largest;
    }

    // Whoever takes longer than its share of the time that is left goes on unheard.
    void leap(double to, double until, LargestInput &reach) {
        const Sizes sizes = complete_sizes(problem_, {{reach.size, to}});
        for (const Shape *shape : shapes_) {
            const std::size_t asked = asked_at(sizes).size();
            const double left_s = until - clock_.seconds();
            if (asked < 2 || left_s <= 0) break;
            most_s_ = left_s / static_cast<double>(asked);
            const int heard = heard_;
            try_large(*shape, sizes, Draw::random);
            if (heard_ > heard + 1) reach.value = to;
        }
        most_s_ = 1e300;
    }

    void try_large(const Shape &shape, const Sizes &sizes, Draw draw) {
        say(fmt::format("{}, {} = {}", shape.name, problem_.sizes.front().name,
                        grouped(sizes.at(problem_.sizes.front().name))));
        try_input(shape, sizes, first_seed(), draw);
    }

    // A sample that takes a solution too long says nothing of its answers.
    bool is_slow_sample(const std::string &name, const Trial &trial, Outcome outcome) {
        if (!trial.expected || outcome != Outcome::over_time) return false;
        agreement_.slow_samples.push_back({trial.seed, name, problem_.limits.time_s});
        return true;
    }

    // Several that all contradict a sample, and all alike.
    bool is_doubtful(const Trial &trial, const std::map<std::string, std::string> &answers) {
        if (!trial.expected || answers.size() < 2) return false;
        const std::string &first = answers.begin()->second;
        if (lab_.compare(trial.input, *trial.expected, first).same) return false;
        for (const auto &[name, answer] : answers)
            if (says_nothing(answer) || !lab_.compare(trial.input, first, answer).same) return false;
        agreement_.doubtful_samples.push_back({trial.seed, *trial.expected, first});
        return true;
    }

    Answered asked(const std::string &name, const Trial &trial) {
        const Answered answered = lab_.runner(name).answer(trial.input, pace_.limit_for(name, large_));
        if (answered.outcome == Outcome::done) pace_.took(name, trial.shape, trial.sizes, answered.seconds);
        return answered;
    }

    // All of them on one input. Whole programs start slowly: they run side by side.
    std::map<std::string, Answered> asked(const std::vector<std::string> &names, const Trial &trial) {
        std::vector<Answered> answers(names.size());
        std::vector<double> limits;
        std::vector<int> programs;
        for (int i = 0; i < static_cast<int>(names.size()); ++i) {
            limits.push_back(std::min(pace_.limit_for(names[i], large_), most_s_));
            if (entrants_.at(names[i]).whole_program) programs.push_back(i);
        }
        const auto ask = [&](int i) {
            Runner &runner = lab_.runner(names[i]);
            answers[i] = runner.answer(trial.input, limits[i]);
            // Longer than the others is no fault yet: once more, with all the time a call may take.
            if (answers[i].outcome == Outcome::over_time && !large_)
                answers[i] = runner.answer(trial.input, problem_.limits.time_s);
        };
        options_.each(static_cast<int>(programs.size()), [&](int i) { ask(programs[i]); });
        // Workers live on, and a process dies with the thread that started it: they stay in this one.
        for (int i = 0; i < static_cast<int>(names.size()); ++i)
            if (!entrants_.at(names[i]).whole_program) ask(i);
        std::map<std::string, Answered> by_name;
        for (std::size_t i = 0; i < names.size(); ++i) {
            if (answers[i].outcome == Outcome::done) {
                ++heard_;
                // Who is slow is asked no more: a machine that stood still must not decide that.
                if (!large_ && pace_.is_slow(names[i], trial.shape, trial.sizes, answers[i].seconds)) {
                    const Answered again = lab_.runner(names[i]).answer(trial.input, limits[i]);
                    if (again.outcome == Outcome::done)
                        answers[i].seconds = std::min(answers[i].seconds, again.seconds);
                }
                pace_.took(names[i], trial.shape, trial.sizes, answers[i].seconds);
            }
            by_name[names[i]] = std::move(answers[i]);
        }
        return by_name;
    }

    std::vector<std::string> asked_at(const Sizes &sizes) const {
        std::vector<std::string> names;
        for (const SolutionAgreement &entry : agreement_.solutions)
            if (in_play(entry) && (sizes.empty() || pace_.may_be_asked(entry.name, sizes)))
                names.push_back(entry.name);
        return names;
    }

    // A limit hit where a size was chosen here, and the calls below were slow already: how far the solution
    // goes is for measuring to tell.
    bool is_its_reach(const std::string &name, const Trial &trial, Outcome outcome) const {
        if (!is_over_a_limit(outcome) || trial.sizes.empty()) return false;
        return large_ || pace_.may_be_slow(name, trial.shape, trial.sizes);
    }

    void play(const Trial &trial) {
        ++agreement_.inputs;
        std::map<std::string, std::string> answers;
        const std::map<std::string, Answered> given = asked(asked_at(trial.sizes), trial);
        for (const auto &[name, answered] : given)
            if (answered.outcome == Outcome::done) answers[name] = answered.text;
        const bool nothing_counts = ballot_.may_be_nothing(answers, trial.expected);
        for (SolutionAgreement &entry : agreement_.solutions) {
            const auto found = given.find(entry.name);
            if (found == given.end()) continue;
            const Answered &answered = found->second;
            if (answered.outcome == Outcome::done) {
                if (nothing_counts || !says_nothing(answered.text)) continue;
                answers.erase(entry.name);
                mark(entry, Found::fails, Outcome::no_answer, "it ended well, and wrote nothing", trial,
                     trial.expected.value_or(""), answered.text);
            } else if (is_slow_sample(entry.name, trial, answered.outcome))
                continue;
            else if (is_its_reach(entry.name, trial, answered.outcome))
                pace_.slow_from(entry.name, trial.sizes);
            else
                mark(entry, Found::fails, answered.outcome, answered.detail, trial,
                     trial.expected.value_or(""), "");
        }
        if (is_doubtful(trial, answers)) return;
        std::optional<std::string> expected =
            trial.expected ? trial.expected : ballot_.expected(trial.input, answers);
        if (!expected && answers.size() > 1) expected = asked_too(trial, answers);
        if (!expected) return disputed(answers, trial);
        for (SolutionAgreement &entry : agreement_.solutions) {
            if (given.contains(entry.name) && entry.counterexample &&
                entry.counterexample->expected.empty() && entry.verdict == Found::fails)
                entry.counterexample->expected = *expected;
            const auto found = answers.find(entry.name);
            if (found == answers.end()) continue;
            const Comparison comparison = lab_.compare(trial.input, *expected, found->second);
            if (!comparison.same)
                mark(entry, Found::disagrees, Outcome::wrong_answer, comparison.where, trial, *expected,
                     found->second);
        }
    }

    // Where no side has the majority, those who were too slow to be asked are asked after all.
    std::optional<std::string> asked_too(const Trial &trial, std::map<std::string, std::string> &answers) {
        for (const SolutionAgreement &entry : agreement_.solutions) {
            if (!in_play(entry) || answers.contains(entry.name)) continue;
            const Answered answered = lab_.runner(entry.name).answer(trial.input, problem_.limits.time_s);
            if (answered.outcome != Outcome::done) continue;
            if (!ballot_.may_be_nothing(answers, trial.expected) && says_nothing(answered.text)) continue;
            answers[entry.name] = answered.text;
            if (auto expected = ballot_.expected(trial.input, answers)) return expected;
        }
        return std::nullopt;
    }

    // As many say one thing as another: nobody can be believed.
    void disputed(const std::map<std::string, std::string> &answers, const Trial &trial) {
        if (answers.empty()) return;
        for (SolutionAgreement &entry : agreement_.solutions) {
            const auto found = answers.find(entry.name);
            if (found == answers.end()) continue;
            mark(entry, Found::disagrees, Outcome::wrong_answer,
                 "the solutions differ and no side has the majority; name a reference in [answers]", trial,
                 no_majority, found->second);
        }
    }

    void mark(SolutionAgreement &entry, Found verdict, Outcome outcome, const std::string &detail,
              const Trial &trial, const std::string &expected, const std::string &got) {
        entry.verdict = verdict;
        entry.outcome = outcome;
        entry.detail = detail;
        entry.counterexample =
            Counterexample{trial.shape, trial.sizes, trial.seed, inputs_.text(trial.input), expected, got};
        found_on_[entry.name] = trial;
    }

    // The same fault on another input? Where its answer could be at fault everybody else is asked as before.
    std::optional<Fault> fault_on(const SolutionAgreement &suspect, const Trial &trial) {
        const Answered answered = asked(suspect.name, trial);
        const Outcome ended = suspect.outcome == Outcome::wrong_answer ? Outcome::done : suspect.outcome;
        if (answered.outcome != ended && !(answered.outcome == Outcome::done && says_nothing(answered.text)))
            return std::nullopt;
        std::map<std::string, std::string> answers;
        for (auto &[name, theirs] : asked(asked_at(trial.sizes), trial))
            if (theirs.outcome == Outcome::done) answers[name] = std::move(theirs.text);
        const bool silent = answered.outcome == Outcome::done && says_nothing(answered.text) &&
                            !ballot_.may_be_nothing(answers, trial.expected);
        const Outcome outcome = silent ? Outcome::no_answer : answered.outcome;
        if (outcome != ended) return std::nullopt;
        const std::optional<std::string> expected = ballot_.expected(trial.input, answers);
        if (outcome != Outcome::done)
            return Fault{outcome, silent ? suspect.detail : answered.detail, expected.value_or(""),
                         answered.text};
        if (!expected) return std::nullopt;
        const Comparison comparison = lab_.compare(trial.input, *expected, answered.text);
        if (comparison.same) return std::nullopt;
        return Fault{suspect.outcome, comparison.where, *expected, answered.text};
    }

    void shrink_all() {
        ShrinkOptions options;
        options.time_s = options_.shrink_s;
        for (const Shape *shape : shapes_)
            options.shapes.push_back(shape->name);
        pace_.ask_all_again(); // only small inputs come now
        for (SolutionAgreement &entry : agreement_.solutions) {
            const auto found = found_on_.find(entry.name);
            if (found == found_on_.end() || found->second.shape == "sample") continue;
            say("making the counterexample of " + entry.name + " small");
            const auto smaller = shrink(problem_, inputs_, found->second, options, clock_,
                                        [&](const Trial &trial) { return fault_on(entry, trial); });
            if (!smaller) continue; // it does not fail there every time
            // The runner has begun anew since it failed last: what is told fails there as well.
            Trial once_more = smaller->trial;
            once_more.input = inputs_.put(smaller->text);
            if (!fault_on(entry, once_more)) continue;
            entry.detail = smaller->fault.detail;
            entry.counterexample =
                Counterexample{smaller->trial.shape, smaller->trial.sizes,    smaller->trial.seed,
                               smaller->text,        smaller->fault.expected, smaller->fault.got};
        }
    }

    void say(const std::string &doing) {
        teller_.progress(0, 0, [&] { return doing; });
    }

    const Problem &problem_;
    const AgreeOptions &options_;
    Lab &lab_;
    Inputs &inputs_;
    const Clock &clock_;
    Teller &teller_;
    std::map<std::string, Entrant> entrants_;
    std::vector<const Shape *> shapes_;
    Pace pace_;
    Ballot ballot_;
    std::map<std::string, Trial> found_on_; // the input that a solution failed on
    TriedInputs tried_;
    bool large_ = false;
    double most_s_ = 1e300; // that anybody may take
    int heard_ = 0;         // answers
    Agreement agreement_;
};

} // namespace

Agreed agree(const Problem &problem, const std::vector<Entrant> &entrants, const AgreeOptions &options,
             Lab &lab, const Clock &clock, Teller &teller) {
    return Agreeing(problem, entrants, options, lab, clock, teller).outcome();
}

} // namespace iron
