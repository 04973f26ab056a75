#include <algorithm>
#include <fmt/format.h>
#include <iterator>

#include "cli/common.h"
#include "lab/parallel.h"
#include "records/files.h"
#include "records/foreign.h"
#include "views/reasons.h"
#include "views/tables.h"

namespace iron {

namespace {

struct ForeignFitted {
    ForeignData data;
    std::vector<ForeignClaims> claims;
    std::vector<SeriesGrowth> growths;                // of every series, for those who look at them
    std::vector<std::vector<SeriesGrowth>> by_claims; // of each of `claims`
};

// Claims of one solution under several relations are fitted each by itself: the order of bounds differs.
ForeignFitted fitted_foreign(const Options &options, bool with_growths) {
    ForeignFitted fitted;
    fitted.data = read_foreign_data(options.data);
    if (!options.claims.empty()) fitted.claims = read_foreign_claims(options.claims, fitted.data);
    std::map<std::string, std::vector<std::size_t>> claims_of;
    for (std::size_t i = 0; i < fitted.claims.size(); ++i)
        claims_of[fitted.claims[i].claims.solution].push_back(i);
    const std::size_t no_claims = fitted.claims.size();
    std::vector<FitJob> jobs;
    std::vector<std::size_t> first_of; // jobs that are the first of their series
    for (const NamedSeries &series : fitted.data.series) {
        first_of.push_back(jobs.size());
        const auto found = claims_of.find(series.solution);
        if (found == claims_of.end())
            jobs.push_back({&series, {}, {}, no_claims});
        else
            for (const std::size_t claims : found->second)
                jobs.push_back({&series, bounds_on(fitted.claims[claims].claims, series.metric),
                                fitted.claims[claims].relations, claims});
    }
    Fitter fitter;
    std::vector<SeriesGrowth> results = fit_all(jobs, fitter, parallel_for);
    if (with_growths)
        for (const std::size_t job : first_of)
            fitted.growths.push_back(results[job]);
    fitted.by_claims.resize(fitted.claims.size());
    for (std::size_t i = 0; i < jobs.size(); ++i)
        if (jobs[i].group != no_claims) fitted.by_claims[jobs[i].group].push_back(std::move(results[i]));
    return fitted;
}

} // namespace

void add_foreign(CLI::App &command, Options &options, bool with_claims) {
    command.add_option("--data", options.data, "a table of readings (CSV) in place of the journal");
    if (with_claims) command.add_option("--claims", options.claims, "a table of claims (CSV), with --data");
}

void fit_foreign(const Options &options) {
    const ForeignFitted fitted = fitted_foreign(options, true);
    const std::string document = growth_json(fitted.growths);
    if (!options.out.empty()) write_file(std::filesystem::path(options.out) / "growth.json", document);
    fmt::print("{}", options.json ? document : growth_table(fitted.growths));
}

int judge_foreign(const Options &options) {
    if (options.claims.empty())
        throw Error(Category::usage, "--data needs --claims, a table of the claims to judge",
                    "columns solution, shape, metric, bound; 'fit --data' needs none");
    const ForeignFitted fitted = fitted_foreign(options, !options.json);
    std::vector<std::vector<JudgedClaim>> by_claims(fitted.claims.size());
    parallel_for(static_cast<int>(by_claims.size()), [&](int i) {
        by_claims[i] =
            judge_claims({fitted.claims[i].claims}, fitted.by_claims[i], {std::nullopt, without_of(options)});
    });
    std::vector<JudgedClaim> judged;
    for (std::vector<JudgedClaim> &some : by_claims)
        std::move(some.begin(), some.end(), std::back_inserter(judged));
    const std::string document = claims_json(judged, reason_text);
    if (!options.out.empty()) write_file(std::filesystem::path(options.out) / "claims.json", document);
    fmt::print("{}", options.json ? document : claims_table(judged, fitted.growths, nullptr));
    return status_of(judged);
}

} // namespace iron
