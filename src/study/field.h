// The field that is measured: solutions, shapes and lines through the sizes, by name and by the planner's
// numbers.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/plan/plan.h"
#include "records/agreement.h"
#include "records/journal.h"
#include "study/lab.h"
#include "study/scope.h"
#include "study/size_lines.h"

namespace iron {

struct NamedNeed;

// Names of those that are ready, and whose answers agree.
std::vector<std::string> those_that_agree(const std::vector<Entrant> &entrants, const Agreement &agreement);

class Field {
  public:
    // `solutions`: names of those that are measured.
    Field(const Scope &scope, std::vector<std::string> solutions);

    const std::string &solution(const Cell &cell) const {
        return solutions_[static_cast<std::size_t>(cell.solution)];
    }
    const std::string &shape(const Cell &cell) const { return shapes_[static_cast<std::size_t>(cell.shape)]; }
    Sizes sizes(const Cell &cell) const { return line(cell).at(cell.size); }
    const SizeLine &line(const Cell &cell) const { return lines_[static_cast<std::size_t>(cell.line)]; }
    std::size_t rung(const Cell &cell) const; // up its line, from 0
    const std::vector<std::string> &solutions() const { return solutions_; }
    const std::vector<std::string> &shapes() const { return shapes_; }

    // Lines, shapes and solutions of a plan.
    void put_into(PlanOptions &plan) const;
    // The cell that a reading belongs to, if it lies on one of the lines.
    std::optional<Cell> cell_of(const Measurement &m) const;
    std::optional<int> number_of(const std::string &solution) const;
    std::optional<int> number_of_shape(const std::string &shape) const;
    std::optional<Need> numbered(const NamedNeed &need) const;
    // The first cell of every line where all sizes are at least these.
    std::vector<Cell> cells_from(int solution, int shape, const Sizes &sizes) const;
    // Whether every size is the smallest legal one.
    bool is_smallest(const Sizes &sizes) const;
    // "halves, calm, n = 1,024"
    std::string describe(const Cell &cell) const;
    // What is not swept: sizes that a shape's inputs don't depend on; of shapes whose inputs grow no farther
    // with a size than another lets them the first place left out.
    std::vector<std::string> left_out() const;

  private:
    bool is_level(std::size_t line, const std::string &shape) const;
    // The name of a size that the inputs there are too small for, by what the template asks for: it asks the
    // same for a smaller one, and for much larger ones. "" for none.
    std::string capped(const std::string &shape, const Sizes &sizes) const;
    std::optional<PlanLine> without_capped(const PlanLine &whole, const SizeLine &line,
                                           const std::string &shape) const;

    const Scope &scope_;
    std::vector<std::string> solutions_, shapes_;
    std::vector<SizeLine> lines_;
};

} // namespace iron
