// Documents from values.
#include <gtest/gtest.h>
#include <nlohmann/json.hpp>

#include "core/bound/parse.h"
#include "records/documents.h"

namespace iron {
namespace {

TEST(ClaimsDocument, NamesTheSizeThatWouldDecide) {
    JudgedClaim one;
    one.solution = "fallback";
    one.claim = {"time", "every", parse_bound("O(n + k)", {"n", "k"})};
    one.judgement.would_decide = WouldDecide{"k", 5e4, 2.5e6};
    const auto document = nlohmann::json::parse(claims_json({one}));
    const auto &decide = document.at("claims").at(0).at("would_decide");
    EXPECT_EQ(decide, nlohmann::json({{"sizes", {{"k", 50'000}}}, {"cost_ns", 2'500'000}}));
}

} // namespace
} // namespace iron
