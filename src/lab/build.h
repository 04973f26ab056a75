// Solutions made ready to run: compiled where they need it, each build kept for the next time.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "lab/build_store.h"
#include "lab/languages/language.h"
#include "lab/worker.h"
#include "study/scope.h"

namespace iron {

// What its language and style mean for its claims.
Contender contender_of(const Problem &problem, const Solution &solution);

// As its table says, else function style where a source names the adapter.
Style style_of(const Problem &problem, const Solution &solution);

struct Built {
    std::string name;
    bool ok = false;
    std::string message; // why not: the compiler's own words
    Style style = Style::function;
    std::string language;
    bool one_thread = false;          // its runtime has no threads of its own
    Runnable timing;                  // the program as the user meant it
    std::optional<Runnable> counting; // with step counters; missing where steps can't be counted
    bool counts_in_copies = false;    // a whole program: as a worker it counts again and again
    SpotReader spots;                 // of what it counts
    std::string no_counting;          // why
    std::optional<Runnable> weighing; // reads memory; missing where `counting` does
    std::string supplied;             // told of a bare function: what was put before it
    bool long_numbers = false;        // the steps leave out how long its numbers are
    bool cached = false;

    void keep_to(const Confines &confines) {
        timing.confines = confines;
        if (counting) counting->confines = confines;
        if (weighing) weighing->confines = confines;
    }
};

class Builder {
  public:
    explicit Builder(std::filesystem::path scratch);

    // Never throws for a fault of the solution's: that is in the result.
    Built build(const Problem &problem, const Solution &solution) const;
    // All of them, on all processors, in the order given. counters_follow: where there are no more of them
    // than processors, the builds with step counters are made beside.
    std::vector<Built> build_all(const Problem &problem, const std::vector<const Solution *> &solutions,
                                 bool counters_follow = false) const;
    // The builds with step counters, for those that were built and whose name is in `names`.
    void build_counters(const Problem &problem, std::vector<Built> &built,
                        const std::vector<std::string> &names) const;

    // Speeds up later builds of the bare functions among them. Returns the large files that do.
    std::vector<std::filesystem::path> give_head_starts(const Problem &problem,
                                                        const std::vector<const Solution *> &solutions) const;

    // A program of the user's own, a generator or a referee: any executable, or a source in a language that
    // is known. Throws Error (not_possible) with the compiler's message.
    Runnable helper(const Problem &problem, const std::string &path) const;

    // One that does nothing, in the language of that name. None where it can't be had.
    std::optional<Runnable> empty_program(const std::string &language) const;

    // Folder of the adapters, laid out for compilers and interpreters.
    const std::filesystem::path &adapters() const { return adapters_; }

  private:
    Recipe recipe_for(const Problem &problem, const Solution &solution, Style style, bool counting) const {
        return {problem, solution, style, counting, adapters_, scratch_, store_, {}};
    }
    // As the problem means the solution.
    Recipe recipe_as_meant(const Problem &problem, const Solution &solution, bool supplied,
                           bool counting) const;
    struct Supplies {
        std::filesystem::path by_text, by_place; // where it is kept
        bool needed = false;
        bool older = false; // of another text at the same place
    };
    Supplies known_supplies(const Problem &problem, const Solution &solution) const;
    void build_ahead(const Problem &problem, const Solution &solution) const;
    Runnable prepared(const Recipe &recipe, Product &product) const;
    Product compiled(const Recipe &recipe) const;
    void build_counter(const Recipe &recipe, Built &built) const;

    std::filesystem::path scratch_, adapters_;
    BuildStore store_;
};

} // namespace iron
