// Puts the stages together: the lab and the results folder go in, documents come out.
#include <fmt/format.h>
#include <map>

#include "cli/common.h"
#include "core/words.h"
#include "lab/clock.h"
#include "lab/draw.h"
#include "lab/file_lock.h"
#include "lab/machine.h"
#include "lab/parallel.h"
#include "lab/real_lab.h"
#include "lab/sources.h"
#include "records/files.h"
#include "records/heading.h"
#include "study/lines.h"
#include "study/needs.h"
#include "views/reasons.h"
#include "views/text.h"

namespace iron {

namespace fs = std::filesystem;

std::vector<Built> build_stage(const Session &session, Teller &teller, bool measures) {
    const auto solutions = session.solutions();
    teller.phase("building " + counted_words(solutions.size(), "solution", "solutions"));
    const Workspace scratch;
    const std::vector<Built> built = Builder(scratch.path()).build_all(*session.problem, solutions, measures);
    for (const Built &one : built)
        if (!one.ok)
            teller.note(one.name + " can't be built:\n" + one.message);
        else if (!one.message.empty())
            teller.note(one.name + ": the compiler warns:\n" + one.message);
    return built;
}

namespace {

// The document, and every counterexample as a file that can be fed to the solution by hand. What was found of
// solutions that this call leaves out stays.
void write_agreement(const Session &session, Archive &archive, const Agreement &agreement) {
    Agreement all = agreement;
    const std::optional<Agreement> stored =
        session.options.only.empty() ? std::nullopt : stored_agreement(session);
    if (stored) {
        all.solutions.clear();
        for (const Solution &solution : session.problem->solutions) {
            const SolutionAgreement *found = agreement.solution(solution.name);
            if (!found) found = stored->solution(solution.name);
            if (found) all.solutions.push_back(*found);
        }
    }
    archive.write("agreement.json", agreement_json(all));
    for (const SolutionAgreement &one : agreement.solutions) // "" removes that of an earlier run
        archive.write("counterexamples/" + one.name + ".txt",
                      one.counterexample ? one.counterexample->input : "");
}

} // namespace

Agreed agree_stage(const Session &session, const std::vector<Built> &built, Teller &teller, bool glance) {
    teller.phase("comparing answers");
    AgreeOptions options;
    options.seed = session.options.seed;
    options.shapes = session.shape_names();
    options.inputs_a_shape = session.options.tries;
    options.each = parallel_for;
    if (glance) options.small_s = 0.3, options.large_s = 0.2;
    RealLab lab(*session.problem, built, {});
    Agreed agreed = agree(*session.problem, lab.entrants(), options, lab, SteadyClock(), teller);
    ResultArchive archive(session.out);
    write_agreement(session, archive, agreed.agreement);
    teller.clear();
    return agreed;
}

namespace {

// Programs that do nothing, in the languages of the whole programs among the solutions.
std::map<std::string, Runnable> empty_programs(const std::vector<Built> &built, const Builder &builder) {
    std::map<std::string, Runnable> programs;
    for (const Built &one : built)
        if (one.ok && one.style == Style::program && !programs.contains(one.language))
            if (auto empty = builder.empty_program(one.language)) programs[one.language] = *empty;
    return programs;
}

// "measuring for 20 s; 40 s were spent before"
std::string budget_told(const Session &session, double before_s) {
    return fmt::format("measuring for {}{}{}", session.options.spends_all ? "" : "at most ",
                       before_s > 0 ? "+" : "", time_text(1e9 * session.budget_s())) +
           (before_s > 0 ? fmt::format("; {} were spent before", time_text(1e9 * before_s)) : "");
}

double spent_before(const Session &session, Archive &archive) {
    if (session.options.afresh) return 0;
    const std::optional<Journal> journal = archive.journal();
    return journal ? Readings(journal->measurements).last_at_s() : 0;
}

} // namespace

MeasureSummary measure_stage(const Session &session, std::vector<Built> built, const CallTimes &calls,
                             Agreement &agreement, Teller &teller) {
    const Problem &problem = *session.problem;
    teller.phase("building step counters");
    LabOptions bench;
    {
        const Workspace scratch;
        const Builder builder(scratch.path());
        builder.build_counters(problem, built, agreement.agreeing());
        bench.empty_programs = empty_programs(built, builder);
    }
    std::filesystem::create_directories(session.out);
    const FileLock folder(session.file(".lock"), [&] {
        teller.note("another run is measuring into " + session.out.string() + "; waiting for it");
    });
    const MachineLock lock(
        [&] { teller.note("another measurement is under way on this machine; waiting for it"); });
    Conditions conditions;
    conditions.seed = session.options.seed;
    conditions.budget_s = session.budget_s();
    conditions.cold = session.options.cold;
    conditions.machine = this_machine(languages_of(problem));
    conditions.memory =
        memory_curve(conditions.machine, [&] { teller.phase("measuring this machine's memory, once"); });
    ResultArchive archive(session.out);
    teller.phase(budget_told(session, spent_before(session, archive)));
    bench.measures = true;
    bench.cold = session.options.cold;
    bench.budget_s = session.budget_s();
    RealLab lab(problem, built, bench);
    Scope scope = session.scope();
    scope.unused = conditions.unused = unused_sizes(scope, lab.inputs());
    std::vector<Built> measured;
    for (const std::string &name : agreement.agreeing())
        for (const Built &one : built)
            if (one.name == name && one.ok) measured.push_back(one);
    MeasureOptions options;
    options.seed = session.options.seed;
    options.budget_s = session.budget_s();
    options.afresh = session.options.afresh;
    options.keep_aside = session.options.keeps_aside;
    options.calls = calls;
    options.heading = [&](const std::string &earlier) {
        return heading_of(problem, measured, conditions, earlier);
    };
    const std::vector<SolutionClaims> claims = claims_in(scope, &agreement);
    options.judge = [&](const std::vector<Measurement> &measurements) {
        return open_needs(scope, claims, measurements, conditions.memory, *session.earlier, parallel_for);
    };
    if (!session.options.spends_all)
        options.certain = [&](const std::vector<Measurement> &measurements, int turns) {
            return all_certain(scope, claims, measurements, turns, conditions.memory, *session.earlier,
                               parallel_for);
        };
    MeasureSummary summary =
        measure(scope, lab.entrants(), options, lab, archive, SteadyClock(), teller, agreement);
    write_agreement(session, archive, agreement); // answers go on being compared
    teller.clear();
    if (const std::string unrest = lab.unrest_told(); !unrest.empty()) summary.notes.push_back(unrest);
    for (const std::string &note : summary.notes)
        teller.note(note);
    if (summary.cells == 0 && !session.options.json)
        fmt::print("{}", agreement_text(agreement, session.problem->call));
    if (summary.cells == 0)
        throw Error(Category::not_possible, "nothing could be measured: no solution is left that agrees",
                    "see agreement.json in " + session.out.string());
    return summary;
}

std::optional<Agreement> stored_agreement(const Session &session) {
    if (!fs::exists(session.file("agreement.json"))) return std::nullopt;
    return read_agreement(session.file("agreement.json"));
}

FittedScope fit_stage(const Session &session) {
    Journal journal = read_journal(session.file("measurements.jsonl"));
    const std::optional<Agreement> agreement = stored_agreement(session);
    Scope scope = session.scope();
    scope.unused = unused_sizes_in(journal.heading);
    EarlierFits &earlier = *session.earlier;
    const ReadingsToJudge taken = readings_to_judge(journal.measurements);
    Fitted fitted = fit(scope, claims_in(scope, agreement ? &*agreement : nullptr), taken,
                        memory_curve_in(journal.heading), earlier.series, parallel_for);
    write_file(session.file("growth.json"), growth_json(fitted.growths));
    fitted.lines = lines_of(scope, fitted, taken.measurements, earlier, parallel_for);
    FittedScope all{std::move(scope), std::move(fitted), std::move(journal)};
    if (!all.lines.empty())
        write_file(session.file("lines.json"),
                   lines_json(all.lines, session.problem->size_names(), source_text(all)));
    return all;
}

SourceFiles source_files(const FittedScope &fitted, const std::string &name) {
    const Problem &problem = fitted.scope.problem;
    const Solution &solution = *problem.solution(name);
    SourceFiles files;
    files.as_measured = source_digest(problem, solution) == source_digest_in(fitted.journal.heading, name);
    const fs::path first =
        solution.sources.empty() ? "" : (problem.folder / solution.sources.front()).lexically_normal();
    for (const fs::path &file : files_of(problem, solution)) {
        files.lines[file == first ? "" : file.lexically_relative(problem.folder).string()] =
            lines_in(read_file(file));
    }
    return files;
}

SourceText source_text(const FittedScope &fitted) {
    auto sources = std::make_shared<std::map<std::string, SourceFiles>>(); // read once
    return [&fitted, sources](const std::string &solution, const Spot &spot) {
        if (!sources->contains(solution)) (*sources)[solution] = source_files(fitted, solution);
        return source_line(sources->at(solution), spot);
    };
}

std::vector<JudgedClaim> claims_stage(const Session &session, const FittedScope &fitted) {
    std::vector<JudgedClaim> claims = judge(fitted.scope, fitted, without_of(session.options));
    name_lines(claims, fitted.lines, source_text(fitted));
    write_file(session.file("claims.json"), claims_json(claims, reason_text));
    return claims;
}

std::vector<fs::path> report_stage(const Session &session, const FittedScope &fitted,
                                   const std::vector<JudgedClaim> &claims, const ComparisonOfAll &comparison,
                                   Teller &teller) {
    teller.phase("drawing");
    std::vector<fs::path> files;
    const auto write = [&](const std::string &name, const std::string &text) {
        write_file(session.file(name), text);
        files.push_back(session.file(name));
    };
    write("tables/readings.csv", readings_csv(fitted.journal.measurements, session.problem->size_names()));
    write("tables/growth.csv", growth_csv(fitted.growths));
    write("tables/claims.csv", claims_csv(claims, reason_text));
    const std::optional<Agreement> agreement = stored_agreement(session);
    std::map<std::string, SourceFiles> sources;
    for (const Solution *solution : session.solutions())
        sources[solution->name] = source_files(fitted, solution->name);
    const Report report{fitted.scope,
                        fitted,
                        fitted.journal,
                        claims,
                        comparison,
                        sources,
                        agreement ? &*agreement : nullptr,
                        told_path(session.problem->folder)};
    DrawnFigures drawn;
    if (session.options.no_figures) {
        // 'report' draws them when somebody wants to look.
    } else if (can_draw()) {
        std::vector<Drawing> drawings;
        for (Figure &figure : figures_of(report))
            drawings.push_back({std::move(figure.name), std::move(figure.script), std::move(figure.data)});
        try {
            draw(session.file("figures"), drawings);
        } catch (const Error &error) { // the verdicts stand without
            if (error.category() == Category::interrupted) throw;
            teller.note(error.what());
            drawings.clear();
        }
        for (const Drawing &one : drawings) {
            drawn[one.name] = read_file(session.file("figures/" + one.name + ".svg"));
            for (const char *ending : drawn_endings)
                files.push_back(session.file("figures/" + one.name + ending));
        }
    } else
        teller.note("gnuplot is not installed: no figures were drawn, the page has its chart alone; on "
                    "Debian: apt-get install gnuplot-nox");
    const Page page = page_of(report, drawn);
    write("report.html", page_html(page));
    write("report.md", page_markdown(page));
    teller.clear();
    return files;
}

} // namespace iron
