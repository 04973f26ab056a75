// `run --watch`: after the first run, whatever is saved is built, compared and judged again.
#include <ctime>
#include <fmt/format.h>
#include <spdlog/spdlog.h>

#include "cli/common.h"
#include "core/compare/changes.h"
#include "core/words.h"
#include "lab/clock.h"
#include "lab/interrupt.h"
#include "lab/sources.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "records/result_folder.h"
#include "views/changes.h"
#include "views/tables.h"

namespace iron {

namespace {

namespace fs = std::filesystem;

constexpr double look_every_s = 0.2;
constexpr const char *first_look = "1 s"; // of measuring: steps decide most claims within it
constexpr double counts_as_change = 0.05;

// When a file was written and how long it is; nothing of one that is gone.
using Stamp = std::optional<std::pair<fs::file_time_type, std::uintmax_t>>;

Stamp stamp_of(const fs::path &file) {
    std::error_code gone;
    const auto when = fs::last_write_time(file, gone);
    const auto length = gone ? 0 : fs::file_size(file, gone);
    if (gone) return std::nullopt;
    return std::pair(when, length);
}

// The files of a problem as they were when they were last looked at.
class Stock {
  public:
    explicit Stock(std::string folder) : folder_(std::move(folder)) {}

    // Throws Error (usage) where the problem file has a fault: that stays watched.
    void take() {
        stamps_[fs::path(folder_) / "stopwatch.toml"] = stamp_of(fs::path(folder_) / "stopwatch.toml");
        for (auto &[file, stamp] : stamps_)
            stamp = stamp_of(file);
        Problem problem = read_problem(folder_);
        problem.folder = fs::absolute(problem.folder).lexically_normal();
        stamps_.clear();
        digests_.clear();
        problem_digest_ = problem.digest;
        stamps_[fs::path(folder_) / "stopwatch.toml"] = stamp_of(fs::path(folder_) / "stopwatch.toml");
        for (const Solution &solution : problem.solutions) {
            for (const fs::path &file : files_of(problem, solution))
                stamps_[file] = stamp_of(file);
            digests_[solution.name] = source_digest(problem, solution);
        }
    }

    bool is_out_of_date() const {
        return std::any_of(stamps_.begin(), stamps_.end(),
                           [](const auto &file) { return stamp_of(file.first) != file.second; });
    }

    std::size_t files() const { return stamps_.size(); }
    const std::string &problem_digest() const { return problem_digest_; }
    const std::map<std::string, std::string> &digests() const { return digests_; }

  private:
    std::string folder_, problem_digest_;
    std::map<fs::path, Stamp> stamps_;
    std::map<std::string, std::string> digests_; // of each solution's sources
};

struct SavedAgain {}; // while measuring: the readings are kept, what was saved comes first

// Looks for saved files while it tells.
class NoticingTeller : public TerminalTeller {
  public:
    NoticingTeller(const Options &options, const Stock &stock) : TerminalTeller(options), stock_(stock) {}
    void progress(double spent_s, double budget_s, const std::function<std::string()> &doing) override {
        TerminalTeller::progress(spent_s, budget_s, doing);
        if (const double now = SteadyClock().seconds(); budget_s > 0 && now - looked_s_ > look_every_s) {
            looked_s_ = now;
            if (stock_.is_out_of_date()) throw SavedAgain();
        }
    }

  private:
    const Stock &stock_;
    double looked_s_ = 0;
};

using Told = std::vector<std::pair<Verdict, std::string>>; // claim by claim, with the growth

Told told_of(const std::vector<JudgedClaim> &claims) {
    Told all;
    for (const JudgedClaim &one : claims)
        all.emplace_back(one.judgement.verdict, one.judgement.growth_class);
    return all;
}

// Files that are large and of use only while somebody waits.
class Lent {
  public:
    ~Lent() {
        std::error_code ignored;
        for (const fs::path &file : files)
            fs::remove(file, ignored);
    }
    std::vector<fs::path> files;
};

class Watch {
  public:
    explicit Watch(const Options &options) : options_(options), stock_(options.problem) {
        options_.keeps_aside = true;
    }

    int go_on() {
        stock_.take(); // before the run: what is saved meanwhile is seen after it
        attempt([&] { status_ = run_problem(options_); });
        options_.afresh = false;
        attempt([&] { get_ready(); });
        while (wait())
            attempt([&] { look_again(); });
        return status_;
    }

  private:
    // What makes the builds after a save quick.
    void get_ready() {
        TerminalTeller teller(options_);
        teller.phase("reading headers ahead");
        const Session session = open_session(options_);
        const Workspace scratch(Workspace::Place::disk);
        head_starts_.files = Builder(scratch.path()).give_head_starts(*session.problem, session.solutions());
        teller.clear();
    }

    // What can't be done now may be done after the next save.
    void attempt(const std::function<void()> &work) {
        try {
            work();
        } catch (const SavedAgain &) {
        } catch (const Error &error) {
            if (error.category() == Category::interrupted) return;
            spdlog::error("{}", error.what());
            status_ = status_not_possible;
        } catch (const std::exception &error) {
            spdlog::error("{}", error.what());
            status_ = status_not_possible;
        }
    }

    // False after Ctrl-C.
    bool wait() const {
        std::fflush(stdout); // it may be a pipe
        TerminalTeller teller(options_);
        if (!stock_.is_out_of_date())
            teller.note(fmt::format("\nWatching {}: save one, and its verdicts follow. Ctrl-C ends.",
                                    counted_words(stock_.files(), "file", "files")));
        const timespec pause{0, static_cast<long>(1e9 * look_every_s)};
        while (!interrupted() && !stock_.is_out_of_date())
            nanosleep(&pause, nullptr);
        return !interrupted();
    }

    void look_again() {
        const std::string problem_before = stock_.problem_digest();
        const std::map<std::string, std::string> sources_before = stock_.digests();
        stock_.take();
        if (stock_.problem_digest() != problem_before || !has_results()) {
            status_ = run_problem(options_);
            return;
        }
        std::vector<std::string> changed;
        for (const Session whole = open_session(options_); const Solution *solution : whole.solutions())
            if (stock_.digests().at(solution->name) != sources_before.at(solution->name))
                changed.push_back(solution->name);
        if (changed.empty()) return; // saved as it was
        judge_again(changed);
    }

    bool has_results() const { return fs::exists(open_session(options_).file("measurements.jsonl")); }

    Session session_of(const std::vector<std::string> &only, const std::string &budget) const {
        Options some = options_;
        some.only = only;
        some.budget = budget;
        return open_session(some);
    }

    void judge_again(const std::vector<std::string> &changed) {
        NoticingTeller teller(options_, stock_);
        const Results before = read_result_folder(open_session(options_).out.string()).results;
        const Session beside = beside_a_partner(changed);
        const std::vector<Built> built = build_stage(beside, teller, true);
        Told told;
        for (const bool first : {true, false}) { // a verdict soon, then a surer one
            Agreed agreed = agree_stage(beside, built, teller, first);
            std::erase_if(agreed.agreement.solutions, [&](const SolutionAgreement &one) {
                return std::find(changed.begin(), changed.end(), one.name) == changed.end();
            });
            if (status_of(agreed.agreement) != status_done)
                fmt::print("\n{}", agreement_text(agreed.agreement, beside.problem->call));
            if (agreed.agreement.agreeing().empty()) break;
            const Session session = session_of(changed, first ? first_look : options_.budget);
            measure_stage(session, built, agreed.calls, agreed.agreement, teller);
            const FittedScope fitted = fit_stage(session);
            const std::vector<JudgedClaim> claims = claims_stage(session, fitted);
            if (told_of(claims) != told) {
                fmt::print("\n{}", findings_text(fitted.scope, fitted, fitted.journal.measurements, claims,
                                                 &agreed.agreement));
                tell_changes(session, before, changed);
                std::fflush(stdout);
            }
            told = told_of(claims);
        }
        settle(teller);
    }

    // The changed ones, to be compared with one that was right before.
    Session beside_a_partner(const std::vector<std::string> &changed) const {
        const Session whole = open_session(options_);
        std::vector<std::string> partners;
        if (const auto stored = stored_agreement(whole)) partners = stored->agreeing();
        std::erase_if(partners, [&](const std::string &name) {
            return std::find(changed.begin(), changed.end(), name) != changed.end();
        });
        if (partners.empty()) return session_of(changed, first_look);
        const std::string &reference = whole.problem->answers.reference;
        const bool has_it = std::find(partners.begin(), partners.end(), reference) != partners.end();
        const std::string partner = has_it ? reference : partners.front();
        std::vector<std::string> compared = changed;
        compared.push_back(partner);
        Session session = session_of(compared, first_look);
        auto problem = std::make_unique<Problem>(*session.problem);
        problem->answers.reference = partner; // two alone could not outvote each other
        session.problem = std::move(problem);
        session.contenders = session.all_contenders();
        return session;
    }

    void tell_changes(const Session &session, const Results &before,
                      const std::vector<std::string> &changed) const {
        ResultFolder after = read_result_folder(session.out.string());
        Results then = before;
        for (Results *one : {&then, &after.results})
            std::erase_if(one->standings, [&](const Standing &standing) {
                return std::find(changed.begin(), changed.end(), standing.solution) == changed.end();
            });
        std::vector<Change> changes = changes_between(then, after.results, counts_as_change, true);
        std::erase_if(changes, [](const Change &change) { // it is not known yet
            return change.kind == Change::Kind::verdict && change.after == "undecided";
        });
        auto lines = dearer_lines_between(then, after.results, counts_as_change);
        std::erase_if(lines, [&](const auto &one) { // they explain a change for the worse
            return std::none_of(changes.begin(), changes.end(), [&](const Change &change) {
                return change.solution == one.first && change.counts;
            });
        });
        fmt::print("\nWhat the save changed:\n{}", changes_text(changes, after.size_name, false, lines));
    }

    // All documents of all solutions again.
    void settle(Teller &teller) {
        const Session session = open_session(options_);
        const FittedScope fitted = fit_stage(session);
        const std::vector<JudgedClaim> claims = claims_stage(session, fitted);
        const ComparisonOfAll comparison = compare_stage(session, fitted, compare_options(fitted));
        target_stage(session, fitted);
        report_stage(session, fitted, claims, comparison, teller);
        const std::optional<Agreement> agreement = stored_agreement(session);
        status_ = std::max(agreement ? status_of(*agreement) : status_done, status_of(claims));
    }

    Options options_;
    Stock stock_;
    Lent head_starts_;
    int status_ = status_done;
};

} // namespace

int watch_problem(const Options &options) { return Watch(options).go_on(); }

} // namespace iron
