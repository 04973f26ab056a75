// A language that solutions are written in: all that the tool knows of it stands in its own file beside this
// one. Adding a language is adding such a file, and its adapter below adapters/.
#pragma once

#include <filesystem>
#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/reading/enclosing.h"
#include "core/reading/spot.h"
#include "lab/build_store.h"
#include "lab/languages/bare.h"
#include "lab/worker.h"
#include "records/problem.h"

namespace iron {

enum class Style { function, program };

// Something to be built or started.
struct Recipe {
    const Problem &problem;
    const Solution &solution;
    Style style = Style::function;
    bool counting = false;          // with step counters, and memory read
    std::filesystem::path adapters; // laid out there
    std::filesystem::path scratch;  // for files that a build wants
    const BuildStore &store;        // for parts of our own that go into it
    std::optional<Bare> bare = {};  // where the solution is a function as it is

    std::filesystem::path main_source() const { return problem.folder / solution.sources.front(); }
    std::vector<std::string> flags(const std::string &usual) const; // the solution's own, else the usual ones
};

// What a counting run says of itself, by name.
using Said = std::map<std::string, std::string>;
std::string said_of(const Said &said, const std::string &name); // "" where it says nothing of that
// Makes spots of what it says of where its steps were; empty where it does not tell.
using SpotReader = std::function<SpotCounts(const Said &)>;

// What tells how a process ended, in its runtime's last words.
struct LastWords {
    const char *text;
    Outcome outcome;
};

// A command that makes a file, {output}, which builds then find by themselves.
struct HeadStart {
    std::vector<std::string> command;
    std::filesystem::path file;
};

class Language {
  public:
    virtual ~Language() = default;

    virtual std::string name() const = 0;                    // "C++"
    virtual std::vector<std::string> extensions() const = 0; // of its sources: ".cpp"
    virtual std::string adapter() const = 0;                 // folder below adapters/
    // Programs that have to be there, the one whose version tells the language's first; and Debian's package
    // that holds them.
    virtual std::vector<std::string> tools() const = 0;
    virtual std::string package() const = 0;
    // What a program that does nothing looks like: file name and text.
    virtual std::pair<std::string, std::string> empty_program() const = 0;

    // The functions that a source holds, by their heads; and whether programs begin at one of them called
    // main.
    virtual std::vector<FoundFunction> functions_in(const std::string &source) const;
    virtual bool starts_at_main() const { return true; }
    virtual EnclosingLines enclosing_lines(const std::string &source) const;
    // A head has one argument for each value that the function is given.
    virtual bool heads_say_values() const { return true; }
    // What is put before a bare function that does not compile without; "" where nothing is.
    virtual std::string supplies() const { return ""; }

    // The command that builds, {output} standing for what it makes; empty where sources run as they are.
    // Flags are those that a build command of the user's gets for its {flags}, too.
    virtual std::vector<std::string> build_command(const Recipe &) const { return {}; }
    virtual std::vector<std::string> build_flags(const Recipe &) const { return {}; }
    // What speeds up later builds of the same bare function, if anything does.
    virtual std::optional<HeadStart> head_start(const Recipe &) const { return std::nullopt; }
    // Starts what was built, or the source.
    virtual std::vector<std::string> start_command(const Recipe &recipe,
                                                   const std::filesystem::path &program) const = 0;

    // Why the steps of a solution can't be counted; "" where they can.
    virtual std::string no_counting(const Recipe &recipe) const = 0;
    // Turns the runnable of the plain build into the one that counts; builds what that takes. Languages whose
    // builds count start what `recipe` (counting) built.
    virtual void make_counting(const Recipe &recipe, Runnable &runnable) const = 0;
    virtual bool counts_by_build() const { return false; }
    // Turns the same runnable into one that reads memory; false where the one that counts does.
    virtual bool make_weighing(const Recipe &, Runnable &) const { return false; }
    // That runnable, of a whole program and started as a worker, counts one input after the other, each as if
    // the program had just begun: what begins alike is begun once.
    virtual bool counts_in_copies(const Recipe &) const { return false; }
    // Of that runnable, of what `program` was built. Languages whose runtime knows its lines tell them
    // themselves.
    virtual SpotReader spot_reader(const Recipe &recipe, const std::filesystem::path &program) const;
    // It calculates with numbers of any length, and no step is counted of how long they are.
    virtual bool has_long_numbers(const Recipe &) const { return false; }

    // What is read of a solution's memory holds garbage that is not collected yet.
    virtual bool reads_garbage(Style) const { return false; }
    // Address space says nothing: it reserves far more than it uses.
    virtual bool reserves_memory() const { return false; }
    // Its runtime has no threads of its own: it can be kept on one processor.
    virtual bool one_thread() const { return true; }
    virtual std::vector<std::string> environment(const Recipe &) const { return {}; }
    virtual std::vector<LastWords> last_words() const { return {}; }
    // Files beside a source that are read along with it.
    virtual std::vector<std::filesystem::path> read_along(const std::filesystem::path &source) const;
    // A build takes in what is read along, so a change of that is a change of the source.
    virtual bool compiles_along() const { return false; }
    // The question that makes one of its programs tell its version; and what tells a program's version
    // without starting it, "" where nothing does.
    virtual std::vector<std::string> version_question(const std::string &) const { return {"--version"}; }
    virtual std::string version_beside(const std::filesystem::path &) const { return ""; }
    // Asks an interpreter for its own place: a name in PATH may be a wrapper. Empty: it is where it is found.
    virtual std::vector<std::string> place_question() const { return {}; }
};

// In the order in which they are told.
const std::vector<const Language *> &languages();

// By the extension of a source's name; null where no language has it.
const Language *language_of(const std::filesystem::path &source);
// By the first of a solution's sources.
const Language *language_of(const Solution &solution);
// What a problem's solutions and its own programs are written in, each once.
std::vector<const Language *> languages_of(const Problem &problem);

// The interpreter's own binary, resolved once: a name in PATH may be a wrapper that costs 200 ms a start. ""
// where it is not installed.
std::string interpreter_path(const std::string &name);

// First line of what a program says of its version, asked as its language asks; "" where there is none.
std::string version_of(const std::string &program);

// Why a build can't count: its 'run' is the user's own, or its 'build' takes no flags. "" where it can.
std::string hindered_build(const Recipe &recipe);
// The same of a runtime that counts functions by an agent or a hook of its own.
std::string hindered_runtime(const Recipe &recipe);

// What the `group`, at most 2, of an extended POSIX `pattern` finds in `text`, in order.
std::vector<std::string> found_in(const std::string &text, const char *pattern, int group);
// What stands for a name there: of JavaScript it may hold '$'.
std::string as_pattern(const std::string &name);

// Whether a source names an adapter of ours.
bool names_adapter(const std::string &source);

// Words of a command line, at blanks; "…" and '…' hold words together. No shell is ever asked.
std::vector<std::string> split_words(const std::string &text);

// Each language, from the file of its own.
const Language &language_cpp();
const Language &language_c();
const Language &language_python();
const Language &language_javascript();
const Language &language_java();
const Language &language_rust();

} // namespace iron
