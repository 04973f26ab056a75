// Whose answer counts.
#pragma once

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <utility>

#include "study/lab.h"

namespace iron {

// An answer of nothing: blanks alone.
bool says_nothing(const std::string &answer);

class Ballot {
  public:
    Ballot(const Problem &problem, Lab &lab);

    // The reference's answer, else the one that more solutions gave than any other; none where as many say
    // one thing as another. A referee knows by itself: then any answer will do to hold the others against.
    std::optional<std::string> expected(const Input &input,
                                        const std::map<std::string, std::string> &answers);

    // Whether nothing can be the right answer to an input: only the reference or a sample can say so. A
    // program that prints nothing as a rule has not answered. `expected`: of a sample.
    bool may_be_nothing(const std::map<std::string, std::string> &answers,
                        const std::optional<std::string> &expected) const;

    // In words; `reference_stands`: it is right itself, as far as it was asked.
    std::string how_sure(bool reference_stands) const;

  private:
    const Problem &problem_;
    Lab &lab_;
    bool a_sample_says_nothing_ = false;
    std::pair<int, int> fewest_votes_{0, 0}; // the weakest majority: so many of so many
};

} // namespace iron
