// What all commands share: options, messages, files of the results folder.
#pragma once

#include <CLI/CLI.hpp>
#include <filesystem>
#include <memory>
#include <string>
#include <vector>

#include "lab/build.h"
#include "lab/heading.h"
#include "lab/proposal.h"
#include "lab/result_archive.h"
#include "records/documents.h"
#include "study/agree.h"
#include "study/measure.h"
#include "views/lines.h"
#include "views/report.h"

namespace iron {

struct Options {
    std::string problem = ".";
    std::string out;
    std::vector<std::string> only, shapes, upto;
    std::string budget = "60 s";
    bool spends_all = false; // of the budget: it was given
    std::uint64_t seed = 1;
    int tries = 200;
    bool json = false, quiet = false, verbose = false;
    std::string data, claims;         // foreign tables
    std::vector<std::string> without; // rules of judging
    bool afresh = false, cold = false;
    bool no_figures = false;
    bool keeps_aside = false;   // earlier readings that do not fit any more; no option
    bool keeps_nothing = false; // the folder is gone afterwards; no option
};

enum Status {
    status_done = 0,
    status_wrong = 1,
    status_usage = 2,
    status_not_possible = 3,
    status_interrupted = 130
};

// Adds the options that every command over a problem has; those of measuring only where asked for.
void add_common(CLI::App &command, Options &options, bool measures);

// Adds --tries: how many small inputs answers are compared on.
// `what` it is of.
void add_budget(CLI::App &command, Options &options, const std::string &what);
void add_tries(CLI::App &command, Options &options);

// A problem with the results folder and the choice of the command line applied.
struct Session {
    std::unique_ptr<const Problem> problem; // stays where it is: scopes refer to it
    Options options;
    std::filesystem::path out;
    std::vector<Contender> contenders;                                      // --only, else all
    std::unique_ptr<EarlierFits> earlier = std::make_unique<EarlierFits>(); // of this call's earlier stages

    std::vector<const Solution *> solutions() const;
    std::vector<Contender> all_contenders() const; // of those
    std::vector<std::string> shape_names() const;  // --shapes, else all
    double budget_s() const;
    Scope scope() const;
    std::filesystem::path file(const std::string &name) const { return out / name; }
};
// What `new` wrote.
struct StartedFolder {
    std::vector<std::string> written;
    std::optional<Proposal> proposal; // where the sources are functions
};
// Writes a problem folder around sources; an example where there are none. Throws Error (usage).
StartedFolder start_folder(const std::filesystem::path &folder, const std::vector<std::string> &from);

// The main job: all stages in order. Returns the exit status.
int run_problem(const Options &options);

// The same, and again for whatever is saved, until Ctrl-C. Returns the exit status of what was found last.
int watch_problem(const Options &options);

// Reads the problem and checks the options against it. Throws Error (usage).
Session open_session(const Options &options);

// Hundreds of solutions have a worker each, and a worker takes several files.
void allow_many_files();
// To standard output, as bytes. Throws Error (not_possible) where they can't be written.
void write_out(std::string_view bytes);
// Opens what is closed of the three standard streams, so that no file of ours takes their place.
void hold_standard_streams();
// Throws Error (not_possible) where something told on standard output was lost; a reader that has enough is
// no loss.
void check_output_told();

// As a person standing in the current folder would write it: relative where it lies below.
std::string told_path(const std::filesystem::path &path);

// "n=20000" as a size and its value. Throws Error (usage).
std::pair<std::string, double> parse_size(const std::string &text);
// Several, of a problem that has such sizes. Throws Error (usage).
Sizes parse_sizes(const std::vector<std::string> &texts, const std::vector<std::string> &names);

// Progress on standard error: one line redrawn on a terminal, a line a phase elsewhere, nothing when quiet.
class TerminalTeller : public Teller {
  public:
    explicit TerminalTeller(const Options &options);
    ~TerminalTeller() override;
    void phase(const std::string &name) override;
    void progress(double spent_s, double budget_s, const std::function<std::string()> &doing) override;
    void note(const std::string &text) override;
    void clear() override;

  private:
    bool quiet_, terminal_, shown_ = false;
    std::string phase_;
    double last_s_ = 0;
};

// The stages, over the files of the session. Each writes its documents and returns what the next one needs.
struct FittedScope : Fitted {
    FittedScope(Scope scope, Fitted fitted, Journal journal)
        : Fitted(std::move(fitted)), scope(std::move(scope)), journal(std::move(journal)) {}
    Scope scope;
    Journal journal;
};
// `measures`: step counters will be built as well.
std::vector<Built> build_stage(const Session &session, Teller &teller, bool measures = false);
// `glance`: as much as half a second shows.
Agreed agree_stage(const Session &session, const std::vector<Built> &built, Teller &teller,
                   bool glance = false);
// `calls`: what agreeing saw of them, as far as it is known.
MeasureSummary measure_stage(const Session &session, std::vector<Built> built, const CallTimes &calls,
                             Agreement &agreement, Teller &teller);
FittedScope fit_stage(const Session &session);
std::vector<JudgedClaim> claims_stage(const Session &session, const FittedScope &fitted);
// Ratios between the solutions that agree.
CompareOptions compare_options(const FittedScope &fitted);
ComparisonOfAll compare_stage(const Session &session, const Fitted &fitted, const CompareOptions &options);
// Who meets the problem's [target]; "" where it has none.
std::string target_stage(const Session &session, const FittedScope &fitted);
// Figures, tables and the report; returns the files written.
std::vector<std::filesystem::path> report_stage(const Session &session, const FittedScope &fitted,
                                                const std::vector<JudgedClaim> &claims,
                                                const ComparisonOfAll &comparison, Teller &teller);

// What stands in a solution's sources and beside them; one line of it. The latter looks into `fitted` as long
// as it lives.
SourceFiles source_files(const FittedScope &fitted, const std::string &solution);
SourceText source_text(const FittedScope &fitted);

// agreement.json of the results folder, if it is there.
std::optional<Agreement> stored_agreement(const Session &session);

// Rules that --without names. Throws Error (usage) for one that there is not.
Without without_of(const Options &options);

// `fit` and `claims` on foreign tables.
void add_foreign(CLI::App &command, Options &options, bool with_claims);
void fit_foreign(const Options &options);
int judge_foreign(const Options &options);

// The commands, one a file. Each adds itself to the program and, when chosen, sets the exit status.
void add_new(CLI::App &program, int &status);
// What to type next in this folder, said where nothing was typed. Returns the exit status.
int say_first_step();

void add_try(CLI::App &program, int &status);
void add_demo(CLI::App &program, int &status);
void add_run(CLI::App &program, int &status);
void add_input(CLI::App &program, int &status);
void add_answer(CLI::App &program, int &status);
void add_agree(CLI::App &program, int &status);
void add_measure(CLI::App &program, int &status);
void add_fit(CLI::App &program, int &status);
void add_claims(CLI::App &program, int &status);
void add_lines(CLI::App &program, int &status);
void add_compare(CLI::App &program, int &status);
void add_forecast(CLI::App &program, int &status);
void add_changes(CLI::App &program, int &status);
void add_report(CLI::App &program, int &status);
void add_machine(CLI::App &program, int &status);
void add_adapters(CLI::App &program, int &status);

// 1 where a solution does not agree, or a claim is exceeded.
int status_of(const Agreement &agreement);
int status_of(const std::vector<JudgedClaim> &claims);

} // namespace iron
