// Answers go on being compared while times are taken: each solution's, on each input, in each generation.
#pragma once

#include <functional>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "records/agreement.h"
#include "study/lab.h"

namespace iron {

class AnswerWatch {
  public:
    // What a solution answers on an input where it was not measured; none where that takes too long, or it
    // fails.
    using Ask = std::function<std::optional<std::string>(const std::string &solution, const InputId &)>;

    // Faults found are marked in `agreement`. `voters`: who else may be asked.
    AnswerWatch(const Problem &problem, Lab &lab, Agreement &agreement, std::vector<std::string> voters,
                Ask ask);

    // Takes an answer in; returns its digest. Where it differs from what was seen there and nobody has the
    // majority, the others are asked too. Throws Failure where this solution is the wrong one.
    std::string look_at(const std::string &solution, const InputId &which, const std::string &answer);
    // Solutions found wrong since this was last asked, each with the input.
    std::vector<std::pair<std::string, InputId>> newly_wrong();
    // What was seen is settled and forgotten: two that differ, and nobody to say who is right, may neither be
    // ranked.
    void end_generation();

    // The smallest input on which a solution failed is what helps to find the fault.
    void mark(const std::string &solution, const InputId &which, Outcome outcome, const std::string &detail,
              const std::string &expected = "", const std::string &got = "");

  private:
    struct Seen {
        std::string digest, text;         // the beginning of it, for messages
        std::optional<std::string> whole; // where the rule wants that, and there is room
    };
    using SeenBy = std::map<std::string, Seen>;

    Seen seen_as(const std::string &answer);
    Comparison compare(const InputId &which, const Seen &expected, const Seen &got);
    std::optional<std::string> expected_of(const InputId &which, const SeenBy &seen);
    static bool differ(const SeenBy &seen);
    std::optional<std::string> ask_the_others(const InputId &which, SeenBy &seen);
    void settle_disputes();

    const Problem &problem_;
    Lab &lab_;
    Agreement &agreement_;
    std::vector<std::string> voters_;
    Ask ask_;
    bool may_be_nothing_ = false;
    std::map<InputId, SeenBy> answers_;
    std::set<std::string> wrong_;
    std::vector<std::pair<std::string, InputId>> newly_wrong_;
    std::size_t kept_bytes_ = 0; // of whole answers
};

} // namespace iron
