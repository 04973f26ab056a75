#include "study/ballot.h"

#include <algorithm>
#include <fmt/format.h>

namespace iron {

bool says_nothing(const std::string &answer) {
    return answer.find_first_not_of(" \t\r\n") == std::string::npos;
}

Ballot::Ballot(const Problem &problem, Lab &lab) : problem_(problem), lab_(lab) {
    a_sample_says_nothing_ = std::any_of(problem.samples.begin(), problem.samples.end(),
                                         [](const Sample &one) { return says_nothing(one.answer); });
}

std::optional<std::string> Ballot::expected(const Input &input,
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
            votes += lab_.compare(input, answer, text).same;
        if (votes > most)
            most = votes, best = answer, tied = false;
        else if (votes == most && !lab_.compare(input, *best, answer).same)
            tied = true;
    }
    if (tied) return std::nullopt;
    const std::pair votes(static_cast<int>(most), static_cast<int>(answers.size()));
    const auto share = [](std::pair<int, int> v) { return v.second > 0 ? 1.0 * v.first / v.second : 2; };
    if (votes.second > 1 && share(votes) < share(fewest_votes_)) fewest_votes_ = votes;
    return best;
}

bool Ballot::may_be_nothing(const std::map<std::string, std::string> &answers,
                            const std::optional<std::string> &expected) const {
    if (expected) return says_nothing(*expected);
    if (const auto named = answers.find(problem_.answers.reference); named != answers.end())
        return says_nothing(named->second);
    return a_sample_says_nothing_;
}

std::string Ballot::how_sure(bool reference_stands) const {
    const std::string majority = fewest_votes_.second > 0
                                     ? fmt::format("the answer that most gave counted, at the least {} of {}",
                                                   fewest_votes_.first, fewest_votes_.second)
                                     : "no answer was held against another";
    if (problem_.answers.reference.empty()) return "none is named in [answers]: " + majority;
    if (!reference_stands) return "named in [answers], but it fails itself or was left out: " + majority;
    if (fewest_votes_.second > 0)
        return fmt::format("named in [answers]; where it takes too long, {}", majority);
    return "named in [answers]";
}

} // namespace iron
