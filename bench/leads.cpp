// How much earlier a false claim is found by the part that breaks it than by the total: totals with a large
// lead of a smaller growth, counted up a ladder of sizes that grows until the judge refuses the claim. By
// hand, some seconds:
//   cmake --build build --target leads && build/tests/leads
#include <cmath>
#include <fmt/format.h>
#include <functional>

#include "core/claim/judge.h"
#include "core/claim/lines.h"
#include "core/plan/ladder.h"

namespace iron {
namespace {

using Law = std::function<double(double)>;

struct Lead {
    const char *total;
    Law lead, small;
    const char *bound;
};

// What is said of a claim whose solution's lines follow these laws, read from 16 to `to`.
Verdict verdict_of(const Lead &lead, double to, bool with_parts) {
    SolutionLines lines{"scan", "calm", {}, {}};
    Series total;
    for (const double n : ladder(16, to)) {
        const SpotCounts spots = {{"4", std::llround(lead.lead(n))},
                                  {"7", static_cast<std::int64_t>(lead.small(n))}};
        lines.calls.push_back({{n}, 0, spots});
        total.places.push_back({{n}, {{0, 0, static_cast<double>(total_of(spots))}}});
    }
    const Claim claim{Metric::time, "every", parse_bound(lead.bound, {"n"})};
    SolutionClaims claims;
    claims.solution = "scan";
    claims.claims = {claim};
    Fitter fitter;
    lines.profiles = fit_profiles(lines.calls, {"n"}, fitter, "", {claim.bound});
    Growth growth = fit_growth(total, {Noise::counted, {claim.bound}});
    const std::vector<SolutionLines> all = {lines};
    JudgeOptions options{std::nullopt};
    if (with_parts) options.lines = &all;
    return judge_claims({claims}, {{"scan", "calm", Metric::steps, std::move(growth)}}, options)[0]
        .judgement.verdict;
}

// The smallest largest size at which the claim is refused; 0: at none up to 2^17.
double found_at(const Lead &lead, bool with_parts) {
    for (double to = 64; to <= 131072; to *= 2)
        if (verdict_of(lead, to, with_parts) == Verdict::exceeded) return to;
    return 0;
}

} // namespace
} // namespace iron

int main() {
    using namespace iron;
    const auto log2 = [](double n) { return std::log2(n); };
    const std::vector<Lead> leads = {
        {"400 n + 0.02 n^2", [](double n) { return 400 * n; }, [](double n) { return 0.02 * n * n; }, "O(n)"},
        {"400 n + 0.02 n^2", [](double n) { return 400 * n; }, [](double n) { return 0.02 * n * n; },
         "O(n log n)"},
        {"100 n^2 + 0.01 n^3", [](double n) { return 100 * n * n; },
         [](double n) { return 0.01 * n * n * n; }, "O(n^2)"},
        {"50 n + n log n", [](double n) { return 50 * n; }, [&](double n) { return n * log2(n); }, "O(n)"},
        {"50 n log n + n log^2 n", [&](double n) { return 50 * n * log2(n); },
         [&](double n) { return n * log2(n) * log2(n); }, "O(n log n)"},
        {"1000 log n + sqrt n", [&](double n) { return 1000 * log2(n); },
         [](double n) { return std::sqrt(n); }, "O(log n)"},
    };
    const auto told = [](double size) { return size > 0 ? fmt::format("{}", size) : std::string("not"); };
    fmt::print("| steps | claim | refused by the total at n = | by its parts |\n|---|---|---|---|\n");
    for (const Lead &lead : leads)
        fmt::print("| {} | {} | {} | {} |\n", lead.total, lead.bound, told(found_at(lead, false)),
                   told(found_at(lead, true)));
}
