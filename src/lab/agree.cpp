#include "lab/agree.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

#include "lab/answerer.h"
#include "lab/answers.h"
#include "lab/input_store.h"
#include "lab/random.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {

namespace {

using Verdict = SolutionAgreement::Verdict;

struct Trial {
    std::string shape; // "sample" for those
    Sizes sizes;
    std::uint64_t seed = 0;
    std::filesystem::path input;
    std::optional<std::string> expected; // of a sample
};

class Agreeing {
  public:
    Agreeing(const Problem &problem, const std::vector<Built> &built, const AgreeOptions &options)
        : problem_(problem), options_(options), inputs_(problem, workspace_.path()) {
        for (const Built &one : built) {
            SolutionAgreement entry;
            entry.name = one.name;
            if (!one.ok) {
                entry.verdict = Verdict::fails;
                entry.outcome = Outcome::not_built;
                entry.detail = one.message;
            } else
                answerers_.emplace(one.name, Answerer(one, workspace_.path()));
            agreement_.solutions.push_back(std::move(entry));
        }
    }

    Agreement whole() {
        samples();
        small_inputs();
        const std::string &named = problem_.answers.reference;
        agreement_.reference = named;
        if (named.empty())
            agreement_.reference_why = "none is named in [answers]: the majority of the answers counted";
        else
            agreement_.reference_why = "named in [answers]";
        return std::move(agreement_);
    }

  private:
    bool in_play(const SolutionAgreement &entry) const { return entry.verdict == Verdict::agrees; }

    void samples() {
        for (std::size_t i = 0; i < problem_.samples.size(); ++i) {
            const Sample &sample = problem_.samples[i];
            say(fmt::format("sample {} of {}", i + 1, problem_.samples.size()));
            play({"sample", {}, i + 1, inputs_.put(sample.given), sample.answer});
        }
    }

    // Sizes grow from the smallest legal ones; each trial has a seed of its own.
    void small_inputs() {
        for (int i = 0; i < options_.inputs_a_shape; ++i)
            for (const Shape &shape : problem_.shapes) {
                const auto &wanted = options_.shapes;
                if (!wanted.empty() && std::find(wanted.begin(), wanted.end(), shape.name) == wanted.end())
                    continue;
                if (!shape.text) continue;
                say(fmt::format("{}, small input {} of {}", shape.name, i + 1, options_.inputs_a_shape));
                const std::uint64_t seed = options_.seed * 10'000 + static_cast<std::uint64_t>(i);
                const Sizes sizes = small_sizes(i, seed);
                play({shape.name, sizes, seed, inputs_.get(shape.name, sizes, seed).path, std::nullopt});
            }
    }

    Sizes small_sizes(int step, std::uint64_t seed) const {
        Sizes sizes;
        Random random(seed);
        for (const SizeRule &rule : problem_.sizes) {
            const auto [from, to] = range_of(rule, sizes);
            // One size goes through all values in turn; of several, the others take any small value.
            const bool first = sizes.empty();
            const std::int64_t above = first ? step : random.between(0, step);
            sizes[rule.name] = std::min(from + static_cast<double>(above), to);
        }
        return sizes;
    }

    // How long a small input may take: far longer than any other solution took, but a hang costs little.
    double limit_for(const std::string &name) const {
        double slowest = 0;
        for (const auto &[other, seconds] : slowest_)
            if (other != name) slowest = std::max(slowest, seconds);
        return std::min(problem_.limits.time_s, std::max(0.25, 20 * slowest));
    }

    Answered asked(const std::string &name, const Trial &trial) {
        Answerer &answerer = answerers_.at(name);
        Answered answered = answerer.answer(trial.input, limit_for(name));
        if (answered.outcome == Outcome::over_time) // once more: the machine may have been busy
            answered = answerer.answer(trial.input, limit_for(name));
        if (answered.outcome == Outcome::done) slowest_[name] = std::max(slowest_[name], answered.seconds);
        return answered;
    }

    void play(const Trial &trial) {
        ++agreement_.inputs;
        std::map<std::string, std::string> answers;
        for (SolutionAgreement &entry : agreement_.solutions) {
            if (!in_play(entry)) continue;
            Answered answered = asked(entry.name, trial);
            if (answered.outcome == Outcome::done)
                answers[entry.name] = std::move(answered.text);
            else
                mark(entry, Verdict::fails, answered.outcome, answered.detail, trial,
                     trial.expected.value_or(""), "");
        }
        const std::optional<std::string> expected = trial.expected ? trial.expected : expected_of(answers);
        if (!expected) return disputed(answers, trial);
        for (SolutionAgreement &entry : agreement_.solutions) {
            if (entry.counterexample && entry.counterexample->expected.empty() &&
                entry.verdict == Verdict::fails && entry.counterexample->seed == trial.seed &&
                entry.counterexample->shape == trial.shape)
                entry.counterexample->expected = *expected;
            const auto found = answers.find(entry.name);
            if (found == answers.end()) continue;
            const Comparison comparison = compare_answers(problem_.answers, *expected, found->second);
            if (!comparison.same)
                mark(entry, Verdict::disagrees, Outcome::wrong_answer, comparison.where, trial, *expected,
                     found->second);
        }
    }

    // The reference's answer, else the one that more solutions gave than any other.
    std::optional<std::string> expected_of(const std::map<std::string, std::string> &answers) const {
        if (const auto named = answers.find(problem_.answers.reference); named != answers.end())
            return named->second;
        std::optional<std::string> best;
        std::size_t most = 0;
        bool tied = false;
        for (const auto &[name, answer] : answers) {
            std::size_t votes = 0;
            for (const auto &[other, text] : answers)
                votes += compare_answers(problem_.answers, answer, text).same;
            if (votes > most)
                most = votes, best = answer, tied = false;
            else if (votes == most && !compare_answers(problem_.answers, *best, answer).same)
                tied = true;
        }
        return tied ? std::nullopt : best;
    }

    // As many say one thing as another: nobody can be believed.
    void disputed(const std::map<std::string, std::string> &answers, const Trial &trial) {
        if (answers.empty()) return;
        for (SolutionAgreement &entry : agreement_.solutions) {
            const auto found = answers.find(entry.name);
            if (found == answers.end()) continue;
            mark(entry, Verdict::disagrees, Outcome::wrong_answer,
                 "the solutions differ and no side has the majority; name a reference in [answers]", trial,
                 "(no majority)", found->second);
        }
    }

    void mark(SolutionAgreement &entry, Verdict verdict, Outcome outcome, const std::string &detail,
              const Trial &trial, const std::string &expected, const std::string &got) {
        entry.verdict = verdict;
        entry.outcome = outcome;
        entry.detail = detail;
        entry.counterexample =
            Counterexample{trial.shape, trial.sizes, trial.seed, read_file(trial.input), expected, got};
    }

    void say(const std::string &line) const {
        if (options_.progress) options_.progress(line);
    }

    const Problem &problem_;
    const AgreeOptions &options_;
    Workspace workspace_;
    InputStore inputs_;
    std::map<std::string, Answerer> answerers_;
    std::map<std::string, double> slowest_;
    Agreement agreement_;
};

} // namespace

Agreement agree(const Problem &problem, const std::vector<Built> &built, const AgreeOptions &options) {
    return Agreeing(problem, built, options).whole();
}

} // namespace iron
