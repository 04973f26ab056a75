#include "lab/agree.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

#include "core/claim/words.h"
#include "lab/answerer.h"
#include "lab/answers.h"
#include "lab/input_store.h"
#include "lab/parallel.h"
#include "lab/random.h"
#include "lab/referee.h"
#include "lab/shrink.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {

namespace {

using Found = SolutionAgreement::Verdict;

constexpr double least_limit_s = 0.25;      // of a small input
constexpr double least_of_programs_s = 1.5; // of a whole process, or a large input
constexpr double first_limit_s = 5;         // of the first answer: an interpreter has to come up
constexpr double slow_s = 20e-3;            // from here on a solution takes no part in larger inputs

class Agreeing {
  public:
    Agreeing(const Problem &problem, const std::vector<Built> &built, const AgreeOptions &options,
             const Clock &clock)
        : problem_(problem), options_(options), clock_(clock), inputs_(problem, workspace_.path()),
          referee_(problem, workspace_.path()) {
        for (const Shape &shape : problem.shapes)
            if (options.shapes.empty() ||
                std::find(options.shapes.begin(), options.shapes.end(), shape.name) != options.shapes.end())
                shapes_.push_back(&shape);
        for (const Built &one : built) {
            SolutionAgreement entry;
            entry.name = one.name;
            if (!one.ok) {
                entry.verdict = Found::fails;
                entry.outcome = Outcome::not_built;
                entry.detail = one.message;
            } else
                answerers_.emplace(one.name, Answerer(one, workspace_.path()));
            agreement_.solutions.push_back(std::move(entry));
        }
    }

    Agreement whole() {
        samples();
        edge_cases();
        small_inputs();
        large_inputs();
        shrink_all();
        agreement_.reference = problem_.answers.reference;
        agreement_.reference_why = how_sure();
        return std::move(agreement_);
    }

  private:
    bool in_play(const SolutionAgreement &entry) const { return entry.verdict == Found::agrees; }

    int still_in_play() const {
        return static_cast<int>(std::count_if(agreement_.solutions.begin(), agreement_.solutions.end(),
                                              [&](const auto &entry) { return in_play(entry); }));
    }

    std::string how_sure() const {
        const std::string &named = problem_.answers.reference;
        const std::string majority =
            fewest_votes_.second > 0 ? fmt::format("the answer that most gave counted, at the least {} of {}",
                                                   fewest_votes_.first, fewest_votes_.second)
                                     : "no answer was held against another";
        if (named.empty()) return "none is named in [answers]: " + majority;
        const SolutionAgreement *entry = agreement_.solution(named);
        if (!entry || !in_play(*entry))
            return "named in [answers], but it fails itself or was left out: " + majority;
        if (fewest_votes_.second > 0)
            return fmt::format("named in [answers]; where it takes too long, {}", majority);
        return "named in [answers]";
    }

    void samples() {
        for (std::size_t i = 0; i < problem_.samples.size(); ++i) {
            const Sample &sample = problem_.samples[i];
            say(fmt::format("sample {} of {}", i + 1, problem_.samples.size()));
            play({"sample", {}, i + 1, Draw::random, inputs_.put(sample.given), sample.answer});
        }
    }

    void try_input(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) {
        play({shape.name, sizes, seed, draw, inputs_.get(shape.name, sizes, seed, draw).path, std::nullopt});
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

    // Four times the size from one to the next, as long as somebody still answers in good time.
    void large_inputs() {
        const double until = clock_.seconds() + options_.large_s;
        const SizeRule &rule = problem_.sizes.front();
        const auto [from, to] = range_of(rule, {});
        large_ = true;
        for (double size = std::max(64.0, 2 * from); size <= to;
             size = size < to ? std::min(4 * size, to) : to + 1)
            for (const Shape *shape : shapes_)
                for (const Draw draw : {Draw::random, Draw::highest}) {
                    if (draw != Draw::random && !shape->text) continue;
                    const Sizes sizes = complete_sizes(problem_, {{rule.name, size}});
                    if (clock_.seconds() > until || asked_at(sizes).empty()) return;
                    say(fmt::format("{}, {} = {}", shape->name, rule.name, grouped(size)));
                    try_input(*shape, sizes, first_seed(), draw);
                }
    }

    // A solution whose call took long is not asked at larger sizes: that is no fault of its answers.
    bool may_be_asked(const std::string &name, double size) const {
        const auto found = too_slow_from_.find(name);
        return found == too_slow_from_.end() || size < found->second;
    }

    // How long an input may take: far longer than any other solution took, but a hang costs little.
    double limit_for(const std::string &name) const {
        double slowest = 0;
        for (const auto &[other, seconds] : slowest_)
            if (other != name) slowest = std::max(slowest, seconds);
        const auto quickest = quickest_.find(name);
        // What a start costs is not the call's.
        const double start = quickest == quickest_.end() ? first_limit_s : quickest->second;
        const bool program = answerers_.at(name).built().style == Style::program;
        const double least = program || large_ ? least_of_programs_s : least_limit_s;
        return std::min(problem_.limits.time_s, start + std::max(least, 20 * slowest));
    }

    Answered asked(const std::string &name, const Trial &trial) {
        const Answered answered = answerers_.at(name).answer(trial.input, limit_for(name));
        took(name, trial, answered);
        return answered;
    }

    // All of them on one input. Whole programs start slowly: they run side by side.
    std::map<std::string, Answered> asked(const std::vector<std::string> &names, const Trial &trial) {
        std::vector<Answered> answers(names.size());
        std::vector<double> limits;
        std::vector<int> programs;
        for (int i = 0; i < static_cast<int>(names.size()); ++i) {
            limits.push_back(limit_for(names[i]));
            if (answerers_.at(names[i]).built().style == Style::program) programs.push_back(i);
        }
        const auto ask = [&](int i) {
            Answerer &answerer = answerers_.at(names[i]);
            answers[i] = answerer.answer(trial.input, limits[i]);
            if (answers[i].outcome == Outcome::over_time &&
                !large_) // once more: the machine may have been busy
                answers[i] = answerer.answer(trial.input, limits[i]);
        };
        parallel_for(static_cast<int>(programs.size()), [&](int i) { ask(programs[i]); });
        // Workers live on, and a process dies with the thread that started it: they stay in this one.
        for (int i = 0; i < static_cast<int>(names.size()); ++i)
            if (answerers_.at(names[i]).built().style == Style::function) ask(i);
        std::map<std::string, Answered> by_name;
        for (std::size_t i = 0; i < names.size(); ++i) {
            took(names[i], trial, answers[i]);
            by_name[names[i]] = std::move(answers[i]);
        }
        return by_name;
    }

    void took(const std::string &name, const Trial &trial, const Answered &answered) {
        if (answered.outcome != Outcome::done) return;
        const double seconds = answered.seconds / SteadyClock::patience();
        const auto [quickest, first] = quickest_.emplace(name, seconds);
        quickest->second = std::min(quickest->second, seconds);
        const double own = seconds - quickest->second;
        slowest_[name] = std::max(slowest_[name], own);
        const std::string &size = problem_.sizes.front().name;
        const double slow = slow_for(name);
        if (!trial.sizes.contains(size)) return;
        const double at = trial.sizes.at(size);
        auto &times = times_[name];
        const auto [here, fresh] = times.emplace(at, std::pair(own, own));
        here->second = {std::min(here->second.first, own), std::max(here->second.second, own)};
        const auto before = times.find(at - 1);
        // Exponential work gets dearer by a factor from one size to the next.
        const double dearer = before == times.end() ? 1 : own / std::max(before->second.second, slow / 8);
        if (own > slow || own * dearer > 4 * slow) too_slow_from_.emplace(name, at + 1);
    }

    // From which time on a call is slow. A start takes now long, now longer, the more so side by side.
    double slow_for(const std::string &name) const {
        return answerers_.at(name).built().style == Style::program ? 0.3 + 3 * quickest_.at(name) : slow_s;
    }

    // Whether a call that ran out of time may just have been slow: at a large size, or where every call just
    // below was slow already (on a busy machine the step from there is longer than foreseen). What hangs
    // comes out of the blue.
    bool may_be_slow(const std::string &name, const Trial &trial) const {
        if (large_) return true;
        const auto size = trial.sizes.find(problem_.sizes.front().name);
        const auto times = times_.find(name);
        if (size == trial.sizes.end() || times == times_.end()) return false;
        const auto above = times->second.upper_bound(size->second);
        return above != times->second.begin() && std::prev(above)->second.first > slow_for(name) / 4;
    }

    std::vector<std::string> asked_at(const Sizes &sizes) const {
        std::vector<std::string> names;
        for (const SolutionAgreement &entry : agreement_.solutions)
            if (in_play(entry) &&
                (sizes.empty() || may_be_asked(entry.name, sizes.at(problem_.sizes.front().name))))
                names.push_back(entry.name);
        return names;
    }

    void play(const Trial &trial) {
        ++agreement_.inputs;
        std::map<std::string, std::string> answers;
        std::map<std::string, Answered> given = asked(asked_at(trial.sizes), trial);
        for (SolutionAgreement &entry : agreement_.solutions) {
            const auto found = given.find(entry.name);
            if (found == given.end()) continue;
            const Outcome outcome = found->second.outcome;
            if (outcome == Outcome::done)
                answers[entry.name] = std::move(found->second.text);
            else if ((outcome == Outcome::over_time && may_be_slow(entry.name, trial)) ||
                     (outcome == Outcome::over_memory && large_))
                // Slow or greedy is not wrong: how far it goes is for measuring to tell.
                too_slow_from_[entry.name] = trial.sizes.at(problem_.sizes.front().name);
            else
                mark(entry, Found::fails, found->second.outcome, found->second.detail, trial,
                     trial.expected.value_or(""), "");
        }
        const std::optional<std::string> expected =
            trial.expected ? trial.expected : expected_of(trial, answers);
        if (!expected) return disputed(answers, trial);
        for (SolutionAgreement &entry : agreement_.solutions) {
            if (entry.counterexample && entry.counterexample->expected.empty() &&
                entry.verdict == Found::fails && entry.counterexample->seed == trial.seed &&
                entry.counterexample->shape == trial.shape)
                entry.counterexample->expected = *expected;
            const auto found = answers.find(entry.name);
            if (found == answers.end()) continue;
            const Comparison comparison = referee_.compare(trial.input, *expected, found->second);
            if (comparison.same) continue;
            const bool silent = words_missing(found->second) && !words_missing(*expected);
            mark(entry, silent ? Found::fails : Found::disagrees,
                 silent ? Outcome::no_answer : Outcome::wrong_answer,
                 silent ? "it ended well, and wrote nothing" : comparison.where, trial, *expected,
                 found->second);
        }
    }

    static bool words_missing(const std::string &text) {
        return text.find_first_not_of(" \t\r\n") == std::string::npos;
    }

    // The reference's answer, else the one that more solutions gave than any other. A referee knows by
    // itself: then any answer will do to hold the others against.
    std::optional<std::string> expected_of(const Trial &trial,
                                           const std::map<std::string, std::string> &answers) {
        if (const auto named = answers.find(problem_.answers.reference); named != answers.end())
            return named->second;
        if (problem_.answers.same_if == SameIf::referee)
            return answers.empty() ? std::nullopt : std::optional(answers.begin()->second);
        std::optional<std::string> best;
        std::size_t most = 0;
        bool tied = false;
        for (const auto &[name, answer] : answers) {
            std::size_t votes = 0;
            for (const auto &[other, text] : answers)
                votes += referee_.compare(trial.input, answer, text).same;
            if (votes > most)
                most = votes, best = answer, tied = false;
            else if (votes == most && !referee_.compare(trial.input, *best, answer).same)
                tied = true;
        }
        if (tied) return std::nullopt;
        const std::pair votes(static_cast<int>(most), static_cast<int>(answers.size()));
        const auto share = [](std::pair<int, int> v) { return v.second > 0 ? 1.0 * v.first / v.second : 2; };
        if (votes.second > 1 && share(votes) < share(fewest_votes_)) fewest_votes_ = votes;
        return best;
    }

    // As many say one thing as another: nobody can be believed.
    void disputed(const std::map<std::string, std::string> &answers, const Trial &trial) {
        if (answers.empty()) return;
        for (SolutionAgreement &entry : agreement_.solutions) {
            const auto found = answers.find(entry.name);
            if (found == answers.end()) continue;
            mark(entry, Found::disagrees, Outcome::wrong_answer,
                 "the solutions differ and no side has the majority; name a reference in [answers]", trial,
                 "(no majority)", found->second);
        }
    }

    void mark(SolutionAgreement &entry, Found verdict, Outcome outcome, const std::string &detail,
              const Trial &trial, const std::string &expected, const std::string &got) {
        entry.verdict = verdict;
        entry.outcome = outcome;
        entry.detail = detail;
        entry.counterexample =
            Counterexample{trial.shape, trial.sizes, trial.seed, read_file(trial.input), expected, got};
        found_on_[entry.name] = trial;
    }

    // The same fault on another input? Everybody else is asked as before.
    std::optional<Fault> fault_on(const SolutionAgreement &suspect, const Trial &trial) {
        const Answered answered = asked(suspect.name, trial);
        const bool stopped =
            suspect.outcome != Outcome::wrong_answer && suspect.outcome != Outcome::no_answer;
        if (stopped != (answered.outcome != Outcome::done)) return std::nullopt;
        if (stopped && answered.outcome != suspect.outcome) return std::nullopt;
        std::map<std::string, std::string> answers;
        for (auto &[name, theirs] : asked(asked_at(trial.sizes), trial))
            if (theirs.outcome == Outcome::done) answers[name] = std::move(theirs.text);
        const std::optional<std::string> expected = expected_of(trial, answers);
        if (stopped) return Fault{answered.outcome, answered.detail, expected.value_or(""), ""};
        if (!expected) return std::nullopt;
        const Comparison comparison = referee_.compare(trial.input, *expected, answered.text);
        if (comparison.same) return std::nullopt;
        const bool silent = words_missing(answered.text);
        if (silent != (suspect.outcome == Outcome::no_answer)) return std::nullopt;
        return Fault{suspect.outcome, silent ? suspect.detail : comparison.where, *expected, answered.text};
    }

    void shrink_all() {
        ShrinkOptions options;
        options.time_s = options_.shrink_s;
        for (const Shape *shape : shapes_)
            options.shapes.push_back(shape->name);
        too_slow_from_.clear(); // only small inputs come now
        for (SolutionAgreement &entry : agreement_.solutions) {
            const auto found = found_on_.find(entry.name);
            if (found == found_on_.end() || found->second.shape == "sample") continue;
            say("making the counterexample of " + entry.name + " small");
            const auto smaller = shrink(problem_, inputs_, found->second, options, clock_,
                                        [&](const Trial &trial) { return fault_on(entry, trial); });
            if (!smaller) continue; // it does not fail there every time
            entry.detail = smaller->fault.detail;
            entry.counterexample =
                Counterexample{smaller->trial.shape, smaller->trial.sizes,    smaller->trial.seed,
                               smaller->text,        smaller->fault.expected, smaller->fault.got};
        }
    }

    void say(const std::string &line) const {
        if (options_.progress) options_.progress(line);
    }

    const Problem &problem_;
    const AgreeOptions &options_;
    const Clock &clock_;
    Workspace workspace_;
    InputStore inputs_;
    Referee referee_;
    std::vector<const Shape *> shapes_;
    std::map<std::string, Answerer> answerers_;
    std::map<std::string, double> slowest_, quickest_; // call (or process) by solution, the start taken off
    std::map<std::string, double> too_slow_from_;      // first size
    // shortest and longest call by solution and first size
    std::map<std::string, std::map<double, std::pair<double, double>>> times_;
    std::map<std::string, Trial> found_on_;  // the input that a solution failed on
    std::pair<int, int> fewest_votes_{0, 0}; // the weakest majority: so many of so many
    bool large_ = false;
    Agreement agreement_;
};

} // namespace

Agreement agree(const Problem &problem, const std::vector<Built> &built, const AgreeOptions &options,
                const Clock &clock) {
    return Agreeing(problem, built, options, clock).whole();
}

} // namespace iron
