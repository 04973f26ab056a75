// Solutions made ready to run: compiled where they need it, each build kept for the next time.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "lab/build_store.h"
#include "lab/worker.h"
#include "records/problem.h"

namespace iron {

enum class Style { function, program };

// As its table says, else function style where a source names the adapter.
Style style_of(const Problem &problem, const Solution &solution);

struct Built {
    std::string name;
    bool ok = false;
    std::string message; // why not: the compiler's own words
    Style style = Style::function;
    std::string language;
    Runnable timing;                  // the program as the user meant it
    std::optional<Runnable> counting; // with step counters; missing where steps can't be counted
    std::string no_counting;          // why
    bool cached = false;
};

class Builder {
  public:
    explicit Builder(std::filesystem::path scratch);

    // Never throws for a fault of the solution's: that is in the result.
    Built build(const Problem &problem, const Solution &solution) const;
    // All of them, on all processors, in the order given.
    std::vector<Built> build_all(const Problem &problem,
                                 const std::vector<const Solution *> &solutions) const;
    // The builds with step counters, for those that were built and whose name is in `names`.
    void build_counters(const Problem &problem, std::vector<Built> &built,
                        const std::vector<std::string> &names) const;

    // A program of the user's own, a generator or a referee: any executable, or a source in a language that
    // is known. Throws Error (not_possible) with the compiler's message.
    Runnable helper(const Problem &problem, const std::string &path) const;

    // One that does nothing, in the language of that name. None where it can't be had.
    std::optional<Runnable> empty_program(const std::string &language) const;

    // Folder of the adapters, laid out for compilers and interpreters.
    const std::filesystem::path &adapters() const { return adapters_; }

  private:
    Runnable prepared(const Problem &problem, const Solution &solution, Style style, Product &product) const;
    Product compiled(const Problem &problem, const Solution &solution, Style style, bool counting) const;
    std::vector<std::string> command_for(const Problem &problem, const Solution &solution, Style style,
                                         bool counting) const;
    std::filesystem::path linked_in(const std::string &source) const;
    void build_counter(const Problem &problem, const Solution &solution, Built &built) const;
    Runnable counting_by_interpreter(const Built &built, const Solution &solution) const;
    struct JavaCounters {
        std::filesystem::path agent, counters; // jars
    };
    JavaCounters java_counters() const;

    std::filesystem::path scratch_, adapters_;
    BuildStore store_;
};

// Words of a command line, at blanks; "…" and '…' hold words together. No shell is ever asked.
std::vector<std::string> split_words(const std::string &text);

// First line of what `program --version` prints, or "" where there is no such program.
std::string version_of(const std::string &program);

} // namespace iron
