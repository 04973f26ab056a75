// Answers held against each other by the problem's own rule, its referee program where that is the rule.
#pragma once

#include <filesystem>
#include <optional>
#include <string>

#include "lab/build.h"
#include "study/answers.h"

namespace iron {

class Referee {
  public:
    // Throws Error (not_possible) where the rule is a referee program and it can't be built.
    Referee(const Problem &problem, std::filesystem::path scratch);

    // `input`: the file that both answered. Throws Error (not_possible) where the referee program fails: then
    // nobody is right or wrong.
    Comparison compare(const std::filesystem::path &input, const std::string &expected,
                       const std::string &got) const;

  private:
    const Problem &problem_;
    std::filesystem::path scratch_;
    std::optional<Runnable> program_;
};

} // namespace iron
