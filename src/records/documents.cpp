#include "records/documents.h"

#include <cmath>
#include <nlohmann/json.hpp>

#include "core/bound/print.h"

namespace iron {

using nlohmann::ordered_json;

namespace {

// Enough digits to be useful, no more than mean something.
ordered_json number(double value) {
    if (!std::isfinite(value)) return nullptr;
    if (value == std::floor(value) && std::abs(value) < 9e15) return static_cast<std::int64_t>(value);
    const double unit = std::pow(10, std::floor(std::log10(std::abs(value))) - 5);
    return std::round(value / unit) * unit;
}

ordered_json interval(const std::optional<std::pair<double, double>> &pair) {
    return pair ? ordered_json::array({number(pair->first), number(pair->second)}) : ordered_json(nullptr);
}

ordered_json document(const char *name) { return {{"schema", std::string("iron-stopwatch/") + name + "/1"}}; }

std::string dumped(const ordered_json &j) {
    return j.dump(2, ' ', false, ordered_json::error_handler_t::replace) + "\n";
}

} // namespace

std::string growth_json(const std::vector<SeriesGrowth> &growths) {
    ordered_json j = document("growth");
    j["series"] = ordered_json::array();
    for (const SeriesGrowth &one : growths) {
        const Growth &growth = one.growth;
        const bool fitted = growth.standing == Growth::Standing::fitted;
        ordered_json terms = ordered_json::array();
        if (fitted)
            for (const Term &term : growth.best().terms)
                terms.push_back({{"curve", term.curve}, {"factor", number(term.factor)}});
        j["series"].push_back(
            {{"solution", one.solution},
             {"shape", one.shape},
             {"metric", one.metric},
             {"class", fitted ? ordered_json(growth.best().curve.name) : ordered_json(nullptr)},
             {"terms", terms},
             {"exponent", fitted ? number(growth.exponent) : ordered_json(nullptr)},
             {"interval", interval(growth.interval)},
             {"range", {number(growth.from), number(growth.to)}}});
    }
    return dumped(j);
}

std::string claims_json(const std::vector<JudgedClaim> &claims) {
    ordered_json j = document("claims");
    j["claims"] = ordered_json::array();
    for (const JudgedClaim &one : claims) {
        const Judgement &judged = one.judgement;
        ordered_json c = {{"solution", one.solution},
                          {"shape", one.claim.shape},
                          {"metric", one.claim.metric},
                          {"bound", one.claim.bound.written},
                          {"canonical", print_canonical(one.claim.bound)},
                          {"verdict", word_for(judged.verdict)},
                          {"loose", judged.loose},
                          {"decided_by", judged.decided_by.empty() ? ordered_json(nullptr)
                                                                   : ordered_json(judged.decided_by)},
                          {"worst_shape", judged.worst_shape.empty() ? ordered_json(nullptr)
                                                                     : ordered_json(judged.worst_shape)},
                          {"range", {number(judged.from), number(judged.to)}}};
        if (judged.growth_class.empty())
            c["growth"] = nullptr;
        else
            c["growth"] = {{"class", judged.growth_class},
                           {"exponent", number(judged.exponent)},
                           {"interval", interval(judged.interval)}};
        c["reason"] = judged.reason;
        c["would_decide"] = nullptr;
        if (judged.would_decide) {
            const WouldDecide &decide = *judged.would_decide;
            c["would_decide"] = {
                {"size", number(decide.size)},
                {"cost_ns", decide.cost_ns ? number(*decide.cost_ns) : ordered_json(nullptr)}};
        }
        j["claims"].push_back(std::move(c));
    }
    return dumped(j);
}

} // namespace iron
