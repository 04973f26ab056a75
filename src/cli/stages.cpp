#include <fmt/format.h>
#include <fstream>
#include <functional>
#include <set>
#include <tuple>
#include <unistd.h>

#include "cli/common.h"
#include "lab/language.h"
#include "lab/parallel.h"
#include "lab/quiet.h"
#include "lab/size_lines.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "views/figures.h"
#include "views/tables.h"
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

namespace {

// Programs that do nothing, in the languages of the whole programs among the solutions.
std::map<std::string, Runnable> empty_programs(const std::vector<Built> &built, const Builder &builder) {
    std::map<std::string, Runnable> programs;
    for (const Built &one : built)
        if (one.ok && one.style == Style::program && !programs.contains(one.language))
            if (auto empty = builder.empty_program(one.language)) programs[one.language] = *empty;
    return programs;
}

// What claims for every shape say of each.
std::vector<SolutionClaims> shape_by_shape(std::vector<SolutionClaims> claims,
                                           const std::vector<std::string> &shapes) {
    for (SolutionClaims &one : claims) {
        const auto has_own = [&](const std::string &metric, const std::string &shape) {
            return std::any_of(one.claims.begin(), one.claims.end(), [&](const Claim &claim) {
                return claim.metric == metric && claim.shape == shape;
            });
        };
        std::vector<Claim> each;
        for (const Claim &claim : one.claims)
            for (const std::string &shape : shapes)
                if (claim.shape == shape || (claim.shape == "every" && !has_own(claim.metric, shape)))
                    each.push_back({claim.metric, shape, claim.bound});
        one.claims = std::move(each);
    }
    return claims;
}

// What is still open, from the readings so far.
std::vector<NamedNeed> open_needs(const Session &session, const std::vector<SolutionClaims> &claims,
                                  const std::vector<Measurement> &measurements, const MemoryCurve &memory,
                                  FitStore &store) {
    // Where steps were counted, times are not asked yet: over several sizes they take long to fit.
    std::set<std::pair<std::string, std::string>> counted;
    for (const Measurement &m : measurements)
        if (m.kind == "counting") counted.insert({m.solution, m.shape});
    std::vector<Measurement> deciding;
    for (const Measurement &m : measurements)
        if (session.problem.sizes.size() < 2 || m.kind != "timing" ||
            !counted.contains({m.solution, m.shape}))
            deciding.push_back(m);
    const Fitted fitted = fitted_from(session, claims, std::move(deciding), memory, store);
    std::vector<NamedNeed> needs;
    for (const SolutionClaims &one : claims)
        for (const std::string &shape : session.shape_names())
            needs.push_back({one.solution, shape, true, 0, false});
    const std::string &swept = session.problem.sizes.front().name;
    const auto each_need = [&](const JudgedClaim &one, const std::string &shape, const auto &change) {
        for (NamedNeed &need : needs)
            if (need.solution == one.solution && (shape.empty() || need.shape == shape)) change(need);
    };
    const auto leave_open = [&](const JudgedClaim &one, const std::string &shape) {
        each_need(one, shape, [&](NamedNeed &need) {
            need.decided = false;
            need.more_inputs = true;
            const auto &decide = one.judgement.would_decide;
            // Of space it is a guess: nobody knows how far below its grain it lies.
            const double farther = one.claim.metric == "space" ? 4 : 1;
            if (decide && decide->size_name == swept)
                need.up_to = std::max(need.up_to, farther * decide->size);
        });
    };
    std::set<std::tuple<std::string, std::string, std::string>> open; // solution, metric, bound
    const auto key_of = [](const JudgedClaim &one) {
        return std::tuple(one.solution, one.claim.metric, one.claim.bound.written);
    };
    for (const JudgedClaim &one : judge_claims(claims, fitted.growths, swept, memory)) {
        const std::string &worst = one.judgement.worst_shape;
        if (one.judgement.verdict == Verdict::undecided) {
            open.insert(key_of(one));
            leave_open(one, worst);
        } else if (one.judgement.verdict == Verdict::exceeded) {
            // No claim is refused for the luck of one input.
            each_need(one, worst, [](NamedNeed &need) { need.more_inputs = true; });
        }
    }
    constexpr double barely = -3; // nor kept by that luck
    for (const JudgedClaim &one :
         judge_claims(shape_by_shape(claims, session.shape_names()), fitted.growths, swept, memory)) {
        if (one.judgement.verdict == Verdict::undecided && open.contains(key_of(one)))
            leave_open(one, one.claim.shape);
        else if (one.judgement.evidence > barely)
            each_need(one, one.claim.shape, [](NamedNeed &need) { need.more_inputs = true; });
    }
    return needs;
}

} // namespace

MeasureSummary measure_stage(const Session &session, std::vector<Built> built, Agreement &agreement,
                             Teller &teller) {
    teller.phase("building step counters");
    MeasureOptions options;
    {
        const Workspace scratch;
        const Builder builder(scratch.path());
        builder.build_counters(session.problem, built, agreement.agreeing());
        options.empty_programs = empty_programs(built, builder);
    }
    const MachineLock lock(
        [&] { teller.note("another measurement is under way on this machine; waiting for it"); });
    Conditions &conditions = options.conditions;
    conditions.seed = session.options.seed;
    conditions.budget_s = session.budget_s();
    conditions.cold = session.options.cold;
    conditions.machine = this_machine();
    conditions.memory =
        memory_curve(conditions.machine, [&] { teller.phase("measuring this machine's memory, once"); });
    teller.phase(fmt::format("measuring for {:.3g} s", session.budget_s()));
    options.shapes = session.options.shapes;
    options.upto = session.upto();
    options.afresh = session.options.afresh;
    options.keep_aside = session.options.keeps_aside;
    FitStore store;
    options.judge = [&,
                     claims = claims_of(session, &agreement)](const std::vector<Measurement> &measurements) {
        return open_needs(session, claims, measurements, conditions.memory, store);
    };
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

namespace {

// It went over a limit at some size while it was measured: below that it is right, and may be judged.
bool only_too_large(const SolutionAgreement &entry) {
    return entry.found_while == "measuring" &&
           (entry.outcome == Outcome::over_time || entry.outcome == Outcome::over_memory ||
            entry.outcome == Outcome::over_stack || entry.outcome == Outcome::over_output);
}

} // namespace

std::vector<SolutionClaims> claims_of(const Session &session, const Agreement *agreement) {
    std::vector<SolutionClaims> all;
    for (const Solution *solution : session.solutions()) {
        SolutionClaims claims;
        claims.solution = solution->name;
        claims.claims = solution->claims;
        claims.whole_program = style_of(session.problem, *solution) == Style::program;
        const Language *language =
            solution->sources.empty() ? nullptr : language_of(solution->sources.front());
        claims.collects_garbage = language && language->reserves_memory;
        if (agreement)
            if (const SolutionAgreement *entry = agreement->solution(solution->name);
                entry && entry->verdict != SolutionAgreement::Verdict::agrees && !only_too_large(*entry))
                claims.excluded = sentence_for(*entry);
        all.push_back(std::move(claims));
    }
    return all;
}

std::function<bool(const Sizes &)> on_sweep(const Session &session) {
    return [sweep = size_lines(session.problem, {}).front()](const Sizes &sizes) {
        return sweep.at(sizes.at(sweep.grows)) == sizes;
    };
}

Fitted fitted_from(const Session &session, std::vector<SolutionClaims> claims,
                   std::vector<Measurement> measurements, const MemoryCurve &memory, FitStore &store) {
    Fitted fitted{{}, {}, std::move(measurements), std::move(claims), memory};
    std::vector<std::string> names;
    std::map<std::string, const SolutionClaims *> claims_by_name;
    for (const SolutionClaims &one : fitted.claims) {
        names.push_back(one.solution);
        claims_by_name[one.solution] = &one;
    }
    fitted.series = all_series(fitted.measurements, names, session.shape_names(),
                               session.problem.size_names(), on_sweep(session));
    const std::vector<NamedSeries> &series = fitted.series;
    const std::vector<Relation> relations = session.problem.relations();
    std::vector<const JointCandidates *> candidates;
    for (const NamedSeries &one : series)
        candidates.push_back(store.candidates.of(one.cells, relations));
    fitted.growths.resize(series.size());
    parallel_for(static_cast<int>(series.size()), [&](int i) {
        const SeriesGrowth *known = store.find(series[i]);
        fitted.growths[i] =
            known ? *known
                  : fit_one(series[i], bounds_on(*claims_by_name.at(series[i].solution), series[i].metric),
                            candidates[i]);
    });
    store.keep(series, fitted.growths);
    return fitted;
}

std::vector<MeetsTarget> target_met(const Session &session, const Fitted &fitted,
                                    const TargetLimits &limits) {
    std::vector<NamedSeries> series = fitted.series;
    std::vector<SeriesGrowth> growths = fitted.growths;
    if (limits.space_bytes) {
        std::vector<std::string> names;
        std::set<std::string> whole_programs;
        for (const SolutionClaims &one : fitted.claims) {
            names.push_back(one.solution);
            if (one.whole_program) whole_programs.insert(one.solution);
        }
        CandidateStore store;
        for (NamedSeries &one :
             memory_series(fitted.measurements, names, whole_programs, session.shape_names(),
                           session.problem.size_names(), on_sweep(session))) {
            growths.push_back(fit_one(one, {}, store.of(one.cells, session.problem.relations())));
            series.push_back(std::move(one));
        }
    }
    return Outlook(series, growths, on_sweep(session)).meets(limits, fitted.claims, fitted.memory);
}

Fitted fit_stage(const Session &session) {
    Journal journal = read_journal(session.file("measurements.jsonl"));
    const std::optional<Agreement> agreement = stored_agreement(session);
    FitStore store;
    Fitted fitted = fitted_from(session, claims_of(session, agreement ? &*agreement : nullptr),
                                std::move(journal.measurements), memory_curve_in(journal.heading), store);
    write_file(session.file("growth.json"), growth_json(fitted.growths));
    return fitted;
}

namespace {

// What would decide a claim may lie beyond the problem's own sizes.
void note_where_sizes_end(const Problem &problem, std::vector<JudgedClaim> &claims) {
    Sizes largest;
    for (const SizeRule &one : problem.sizes)
        largest[one.name] = range_of(one, largest).second;
    for (JudgedClaim &claim : claims) {
        auto &decide = claim.judgement.would_decide;
        if (!decide) continue;
        const auto end = static_cast<double>(largest.at(decide->size_name));
        if (decide->size > end) decide->ends_at = end;
    }
}

} // namespace

std::vector<JudgedClaim> claims_stage(const Session &session, const Fitted &fitted) {
    std::vector<JudgedClaim> claims =
        judge_claims(fitted.claims, fitted.growths, session.problem.sizes.front().name, fitted.memory);
    note_where_sizes_end(session.problem, claims);
    write_file(session.file("claims.json"), claims_json(claims));
    return claims;
}

namespace {

// All sizes where the first has a value and the others their usual ones.
std::function<Sizes(double)> along_sweep(const Session &session) {
    return [&session](double size) {
        return complete_sizes(session.problem, {{session.problem.sizes.front().name, size}});
    };
}

} // namespace

std::string findings_text(const Session &session, const Fitted &fitted,
                          const std::vector<JudgedClaim> &claims, const Agreement *agreement) {
    const std::string &swept = session.problem.sizes.front().name;
    std::string text = claims_table(claims, fitted.growths, agreement, along_sweep(session));
    const auto sentences = floor_sentences(fitted.measurements, swept);
    if (!sentences.empty()) text += "\n";
    for (const std::string &sentence : sentences)
        text += wrapped(sentence + ".", terminal_width, 2);
    return text;
}

namespace {

// Along the sweep, as far as the readings tell what inputs take.
WorkingSets working_sets_of(const Session &session, const std::vector<Measurement> &measurements) {
    WorkingSets sets;
    std::ifstream journal(session.file("measurements.jsonl"));
    std::string heading;
    std::getline(journal, heading);
    sets.caches = caches_in(heading);
    const auto swept = on_sweep(session);
    for (const Measurement &m : measurements) {
        if (m.kind != "space" || m.space.input_bytes < 0 || !swept(m.sizes)) continue;
        double &bytes = sets.bytes[{m.solution, m.shape}][m.sizes.at(session.problem.sizes.front().name)];
        bytes = std::max(bytes, static_cast<double>(m.space.input_bytes + m.space.space_bytes));
    }
    return sets;
}

} // namespace

std::vector<fs::path> report_stage(const Session &session, const Fitted &fitted,
                                   const std::vector<JudgedClaim> &claims, const ComparisonOfAll &comparison,
                                   Teller &teller) {
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
    const std::string &swept = session.problem.sizes.front().name;
    std::optional<TargetLimits> limits;
    if (session.problem.target) limits = target_limits(session.problem);
    std::vector<Figure> figures = growth_figures(session.problem.title, fitted.growths, names,
                                                 session.shape_names(), swept, limits ? &*limits : nullptr);
    const auto add = [&](std::vector<Figure> more) {
        std::move(more.begin(), more.end(), std::back_inserter(figures));
    };
    add(claim_figures(claims, fitted.growths, swept, along_sweep(session),
                      working_sets_of(session, fitted.measurements)));
    add(comparison_figures(session.problem.title, comparison, names));
    add(map_figures(session.problem.title, fitted.growths, names, session.problem.relations()));
    if (limits)
        add(target_figures(session.problem.title, target_met(session, fitted, *limits), *limits, names));
    if (find_program("gnuplot").empty())
        throw Error(Category::not_possible, "gnuplot is not installed: no figures were drawn",
                    "on Debian: apt-get install gnuplot-nox; the tables are in " +
                        session.file("tables").string());
    // What is drawn already from the same data stays.
    const auto is_drawn = [&](const Figure &figure) {
        const auto kept = [&](const char *ending) { return session.file("figures/" + figure.name + ending); };
        return fs::exists(kept(".svg")) && fs::exists(kept(".png")) && fs::exists(kept(".dat")) &&
               fs::exists(kept(".gp")) && read_file(kept(".dat")) == figure.data &&
               read_file(kept(".gp")) == figure.script;
    };
    std::vector<Figure> stale;
    std::copy_if(figures.begin(), figures.end(), std::back_inserter(stale), std::not_fn(is_drawn));
    // Drawn aside and moved into place whole.
    const Workspace scratch;
    parallel_for(static_cast<int>(stale.size()), [&](int i) {
        const Figure &figure = stale[i];
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
    for (const Figure &figure : stale)
        for (const char *ending : {".svg", ".png", ".dat", ".gp"}) // the data last: they say it is done
            write_file(session.file("figures/" + figure.name + ending),
                       read_file(scratch.path() / (figure.name + ending)));
    for (const Figure &figure : figures)
        for (const char *ending : {".svg", ".png", ".dat", ".gp"})
            files.push_back(session.file("figures/" + figure.name + ending));
    std::vector<std::string> drawn_names;
    for (const Figure &figure : figures)
        drawn_names.push_back(figure.name);
    const Page page = page_of(session, fitted, claims, comparison, drawn_names);
    write("report.html", page_html(page));
    write("report.md", page_markdown(page));
    teller.clear();
    return files;
}

} // namespace iron
