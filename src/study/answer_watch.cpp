#include "study/answer_watch.h"

#include <algorithm>
#include <fmt/format.h>

#include "core/words.h"
#include "records/digest.h"
#include "study/ballot.h"

namespace iron {

namespace {

constexpr std::size_t beginning = 4096;             // bytes of an answer, for messages
constexpr std::size_t room_for_answers = 256 << 20; // bytes

} // namespace

AnswerWatch::AnswerWatch(const Problem &problem, Lab &lab, Agreement &agreement,
                         std::vector<std::string> voters, Ask ask)
    : problem_(problem), lab_(lab), agreement_(agreement), voters_(std::move(voters)), ask_(std::move(ask)) {
    // A named reference is held against as ever; without one only a sample can say that nothing is right.
    may_be_nothing_ = !problem.answers.reference.empty() ||
                      std::any_of(problem.samples.begin(), problem.samples.end(),
                                  [](const Sample &one) { return says_nothing(one.answer); });
}

void AnswerWatch::mark(const std::string &solution, const InputId &which, Outcome outcome,
                       const std::string &detail, const std::string &expected, const std::string &got) {
    for (SolutionAgreement &entry : agreement_.solutions) {
        if (entry.name != solution) continue;
        const std::string &first = problem_.sizes.front().name;
        if (entry.counterexample && entry.counterexample->sizes.at(first) <= which.sizes.at(first)) continue;
        entry.verdict = outcome == Outcome::wrong_answer ? SolutionAgreement::Verdict::disagrees
                                                         : SolutionAgreement::Verdict::fails;
        entry.found_while = "measuring";
        entry.outcome = outcome;
        entry.detail = detail;
        const Input input = lab_.inputs().get(which.shape, which.sizes, which.seed);
        const std::string text = input.bytes < (1 << 20)
                                     ? lab_.inputs().text(input)
                                     : fmt::format("({}; print it with: iron-stopwatch input)",
                                                   bytes_text(static_cast<double>(input.bytes)));
        entry.counterexample = Counterexample{which.shape, which.sizes, which.seed, text, expected, got};
    }
}

AnswerWatch::Seen AnswerWatch::seen_as(const std::string &answer) {
    Seen seen{hex_digest(normalised(problem_.answers.same_if, answer)),
              answer.size() <= beginning ? answer : answer.substr(0, beginning) + "…",
              {}};
    if (!digest_suffices(problem_.answers.same_if) && kept_bytes_ + answer.size() < room_for_answers) {
        seen.whole = answer; // the rule wants it so
        kept_bytes_ += answer.size();
    }
    return seen;
}

std::string AnswerWatch::look_at(const std::string &solution, const InputId &which,
                                 const std::string &answer) {
    const std::string digest = hex_digest(normalised(problem_.answers.same_if, answer));
    SeenBy &seen = answers_[which];
    if (seen.contains(solution)) return digest;
    if (!may_be_nothing_ && says_nothing(answer))
        throw Failure{Outcome::no_answer, "it ended well, and wrote nothing"};
    seen[solution] = seen_as(answer);
    auto expected = expected_of(which, seen);
    if (!expected && differ(seen)) expected = ask_the_others(which, seen);
    if (!expected) return digest;
    std::optional<Failure> fault;
    for (const auto &[name, given] : seen) {
        const Seen &right = seen.at(*expected);
        if (wrong_.contains(name)) continue;
        const Comparison comparison = compare(which, right, given);
        if (comparison.same) continue;
        wrong_.insert(name);
        mark(name, which, Outcome::wrong_answer, comparison.where, right.text, given.text);
        newly_wrong_.push_back({name, which});
        if (name == solution) fault = Failure{Outcome::wrong_answer, comparison.where};
    }
    if (fault) throw *fault;
    return digest;
}

std::vector<std::pair<std::string, InputId>> AnswerWatch::newly_wrong() {
    return std::exchange(newly_wrong_, {});
}

Comparison AnswerWatch::compare(const InputId &which, const Seen &expected, const Seen &got) {
    if (expected.digest == got.digest) return {};
    if (digest_suffices(problem_.answers.same_if)) { // the answers differ: the texts may be cut
        Comparison comparison = compare_answers(problem_.answers, expected.text, got.text);
        if (comparison.same) comparison = {false, "they differ beyond their first 4,096 characters"};
        return comparison;
    }
    if (!expected.whole || !got.whole) return {}; // there was no room for them: nothing can be said
    return lab_.compare(lab_.inputs().get(which.shape, which.sizes, which.seed), *expected.whole, *got.whole);
}

void AnswerWatch::end_generation() {
    settle_disputes();
    answers_.clear();
    kept_bytes_ = 0;
}

// Whose answer counts: the reference's, else that of more than half, of at least two.
std::optional<std::string> AnswerWatch::expected_of(const InputId &which, const SeenBy &seen) {
    if (seen.contains(problem_.answers.reference) && !wrong_.contains(problem_.answers.reference))
        return problem_.answers.reference;
    if (problem_.answers.same_if == SameIf::referee) return seen.begin()->first;
    for (const auto &[solution, given] : seen) {
        std::size_t votes = 0;
        for (const auto &[other, theirs] : seen)
            votes += compare(which, given, theirs).same;
        if (votes >= 2 && 2 * votes > seen.size()) return solution;
    }
    return std::nullopt;
}

bool AnswerWatch::differ(const SeenBy &seen) {
    return std::any_of(seen.begin(), seen.end(),
                       [&](const auto &one) { return one.second.digest != seen.begin()->second.digest; });
}

// Until somebody has the majority.
std::optional<std::string> AnswerWatch::ask_the_others(const InputId &which, SeenBy &seen) {
    for (const std::string &voter : voters_) {
        if (seen.contains(voter) || wrong_.contains(voter)) continue;
        const auto answer = ask_(voter, which);
        if (!answer || (!may_be_nothing_ && says_nothing(*answer))) continue;
        seen[voter] = seen_as(*answer);
        if (auto expected = expected_of(which, seen)) return expected;
    }
    return std::nullopt;
}

void AnswerWatch::settle_disputes() {
    for (const auto &[which, seen] : answers_) {
        if (!differ(seen) || expected_of(which, seen)) continue;
        for (const auto &[solution, given] : seen)
            mark(solution, which, Outcome::wrong_answer,
                 "the solutions differ here and no side has the majority", no_majority, given.text);
    }
}

} // namespace iron
