#include <fmt/format.h>
#include <unistd.h>

#include "cli/common.h"
#include "lab/parallel.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "views/figures.h"
#include "views/text.h"

namespace iron {

namespace fs = std::filesystem;

std::vector<Built> build_stage(const Session &session, Teller &teller) {
    const auto solutions = session.solutions();
    teller.phase("building " + counted_words(solutions.size(), "solution", "solutions"));
    const Workspace scratch;
    const std::vector<Built> built = Builder(scratch.path()).build_all(session.problem, solutions);
    for (const Built &one : built)
        if (!one.ok)
            teller.note(one.name + " can't be built:\n" + one.message);
        else if (!one.message.empty())
            teller.note(one.name + ": the compiler warns:\n" + one.message);
    return built;
}

namespace {

// The document, and every counterexample as a file that can be fed to the solution by hand.
void write_agreement(const Session &session, const Agreement &agreement) {
    write_file(session.file("agreement.json"), agreement_json(agreement));
    for (const SolutionAgreement &one : agreement.solutions) {
        const fs::path path = session.file("counterexamples/" + one.name + ".txt");
        std::error_code ignored;
        if (one.counterexample)
            write_file(path, one.counterexample->input);
        else
            fs::remove(path, ignored); // of an earlier run
    }
}

} // namespace

Agreement agree_stage(const Session &session, const std::vector<Built> &built, Teller &teller) {
    teller.phase("comparing answers");
    AgreeOptions options;
    options.seed = session.options.seed;
    options.shapes = session.options.shapes;
    options.inputs_a_shape = session.options.tries;
    options.progress = [&](const std::string &doing) { teller.progress(0, 0, doing); };
    const SteadyClock clock;
    Agreement agreement = agree(session.problem, built, options, clock);
    write_agreement(session, agreement);
    teller.clear();
    return agreement;
}

MeasureSummary measure_stage(const Session &session, std::vector<Built> built, Agreement &agreement,
                             Teller &teller) {
    teller.phase("building step counters");
    {
        const Workspace scratch;
        Builder(scratch.path()).build_counters(session.problem, built, agreement.agreeing());
    }
    teller.phase(fmt::format("measuring for {:.3g} s", session.budget_s()));
    MeasureOptions options;
    options.budget_s = session.budget_s();
    options.seed = session.options.seed;
    options.shapes = session.options.shapes;
    options.upto = session.upto();
    options.progress = [&](double spent_s, const std::string &doing) {
        teller.progress(spent_s, session.budget_s(), doing);
    };
    const SteadyClock clock;
    const MeasureSummary summary =
        measure(session.problem, built, options, clock, agreement, session.file("measurements.jsonl"));
    write_agreement(session, agreement); // answers go on being compared
    teller.clear();
    for (const std::string &note : summary.notes)
        teller.note(note);
    if (summary.cells == 0)
        throw Error(Category::not_possible, "nothing could be measured: no solution is left that agrees",
                    "see agreement.json in " + session.out.string());
    return summary;
}

std::optional<Agreement> stored_agreement(const Session &session) {
    if (!fs::exists(session.file("agreement.json"))) return std::nullopt;
    return read_agreement(session.file("agreement.json"));
}

Fitted fit_stage(const Session &session) {
    Fitted fitted;
    Journal journal = read_journal(session.file("measurements.jsonl"));
    fitted.measurements = std::move(journal.measurements);
    const std::optional<Agreement> agreement = stored_agreement(session);
    std::vector<std::string> names;
    for (const Solution *solution : session.solutions()) {
        names.push_back(solution->name);
        SolutionClaims claims{solution->name, solution->claims,
                              style_of(session.problem, *solution) == Style::program, ""};
        if (agreement)
            if (const SolutionAgreement *entry = agreement->solution(solution->name);
                entry && entry->verdict != SolutionAgreement::Verdict::agrees)
                claims.excluded = sentence_for(*entry);
        fitted.claims.push_back(std::move(claims));
    }
    const std::string &size = session.problem.sizes.front().name;
    fitted.growths = fit_all(all_series(fitted.measurements, names, session.shape_names(), size),
                             claimed_growths(fitted.claims, size));
    write_file(session.file("growth.json"), growth_json(fitted.growths));
    return fitted;
}

std::vector<JudgedClaim> claims_stage(const Session &session, const Fitted &fitted) {
    std::vector<JudgedClaim> claims =
        judge_claims(fitted.claims, fitted.growths, session.problem.sizes.front().name);
    write_file(session.file("claims.json"), claims_json(claims));
    return claims;
}

std::vector<fs::path> report_stage(const Session &session, const Fitted &fitted,
                                   const std::vector<JudgedClaim> &claims, Teller &teller) {
    teller.phase("drawing");
    std::vector<fs::path> files;
    const auto write = [&](const std::string &name, const std::string &text) {
        write_file(session.file(name), text);
        files.push_back(session.file(name));
    };
    write("tables/readings.csv", readings_csv(fitted.measurements, session.problem.size_names()));
    write("tables/growth.csv", growth_csv(fitted.growths));
    write("tables/claims.csv", claims_csv(claims));
    std::vector<std::string> names;
    for (const Solution *solution : session.solutions())
        names.push_back(solution->name);
    const std::vector<Figure> figures =
        growth_figures(session.problem.title, fitted.growths, names, session.shape_names(),
                       session.problem.sizes.front().name);
    if (find_program("gnuplot").empty())
        throw Error(Category::not_possible, "gnuplot is not installed: no figures were drawn",
                    "on Debian: apt-get install gnuplot-nox; the tables are in " +
                        session.file("tables").string());
    // Drawn aside and moved into place whole.
    const Workspace scratch;
    parallel_for(static_cast<int>(figures.size()), [&](int i) {
        const Figure &figure = figures[i];
        write_file(scratch.path() / (figure.name + ".dat"), figure.data);
        write_file(scratch.path() / (figure.name + ".gp"), figure.script);
        Launch launch;
        launch.command = {"gnuplot", figure.name + ".gp"};
        launch.folder = scratch.path();
        launch.environment = {"GNUTERM=dumb", "LC_ALL=C.UTF-8"};
        const Finished drawn = run_to_end(launch, scratch.path(), 60);
        if (drawn.ending.outcome != Outcome::done)
            throw Error(Category::not_possible,
                        "gnuplot could not draw " + figure.name + ": " + drawn.errors);
    });
    for (const Figure &figure : figures)
        for (const char *ending : {".svg", ".png", ".dat", ".gp"})
            write("figures/" + figure.name + ending, read_file(scratch.path() / (figure.name + ending)));
    teller.clear();
    return files;
}

} // namespace iron
