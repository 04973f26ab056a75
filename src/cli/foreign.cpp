#include <algorithm>
#include <fmt/format.h>
#include <iterator>

#include "cli/common.h"
#include "lab/parallel.h"
#include "records/files.h"
#include "records/foreign.h"
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
    struct Job {
        std::size_t series, claims;
        const JointCandidates *candidates;
    };
    constexpr std::size_t no_claims = static_cast<std::size_t>(-1);
    std::vector<Job> jobs;
    CandidateStore store;
    for (std::size_t i = 0; i < fitted.data.series.size(); ++i) {
        const NamedSeries &series = fitted.data.series[i].named;
        const auto found = claims_of.find(series.solution);
        if (found == claims_of.end()) {
            jobs.push_back({i, no_claims, store.of(series.cells, {})});
            continue;
        }
        for (const std::size_t claims : found->second)
            jobs.push_back(
                {i, claims,
                 store.of(series.cells, fitted.claims[claims].relations, fitted.claims[claims].where)});
    }
    std::vector<SeriesGrowth> results(jobs.size());
    parallel_for(static_cast<int>(jobs.size()), [&](int i) {
        const NamedSeries &series = fitted.data.series[jobs[i].series].named;
        results[i] = fit_one(series,
                             jobs[i].claims == no_claims
                                 ? std::vector<Bound>{}
                                 : bounds_on(fitted.claims[jobs[i].claims].claims, series.metric),
                             jobs[i].candidates);
    });
    fitted.by_claims.resize(fitted.claims.size());
    for (std::size_t i = 0; i < jobs.size(); ++i) {
        if (with_growths && (i == 0 || jobs[i].series != jobs[i - 1].series))
            fitted.growths.push_back(results[i]);
        if (jobs[i].claims != no_claims) fitted.by_claims[jobs[i].claims].push_back(std::move(results[i]));
    }
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
    const std::map<std::string, std::string> sizes = first_sizes(fitted.data);
    std::vector<std::vector<JudgedClaim>> by_claims(fitted.claims.size());
    parallel_for(static_cast<int>(by_claims.size()), [&](int i) {
        const SolutionClaims &one = fitted.claims[i].claims;
        const auto size = sizes.find(one.solution);
        by_claims[i] =
            judge_claims({one}, fitted.by_claims[i],
                         size != sizes.end() ? size->second : fitted.data.size_names.front(), std::nullopt);
    });
    std::vector<JudgedClaim> judged;
    for (std::vector<JudgedClaim> &some : by_claims)
        std::move(some.begin(), some.end(), std::back_inserter(judged));
    const std::string document = claims_json(judged);
    if (!options.out.empty()) write_file(std::filesystem::path(options.out) / "claims.json", document);
    fmt::print("{}", options.json ? document : claims_table(judged, fitted.growths, nullptr));
    return status_of(judged);
}

} // namespace iron
