#include "records/documents.h"

#include <cmath>

#include "core/bound/print.h"
#include "records/json.h"

namespace iron {

namespace {

// Enough digits to be useful, no more than mean something.
Json number(double value) {
    if (!std::isfinite(value)) return nullptr;
    if (value == std::floor(value) && std::abs(value) < 9e15) return static_cast<std::int64_t>(value);
    const double unit = std::pow(10, std::floor(std::log10(std::abs(value))) - 5);
    return std::round(value / unit) * unit;
}

Json interval(const std::optional<std::pair<double, double>> &pair) {
    return pair ? Json::array({number(pair->first), number(pair->second)}) : Json(nullptr);
}

Json document(const char *name) { return {{"schema", std::string("iron-stopwatch/") + name + "/1"}}; }

std::string dumped(const Json &j) { return text_of(j, 2) + "\n"; }

} // namespace

std::string growth_json(const std::vector<SeriesGrowth> &growths) {
    Json j = document("growth");
    j["series"] = Json::array();
    for (const SeriesGrowth &one : growths) {
        const Growth &growth = one.growth;
        const auto [from, to] = growth.range();
        Json s = {{"solution", one.solution},
                  {"shape", one.shape},
                  {"metric", word_for(one.metric)},
                  {"sizes", growth.names()},
                  {"class", nullptr},
                  {"terms", Json::array()},
                  {"exponent", nullptr},
                  {"interval", interval(growth.interval)},
                  {"range", {number(from), number(to)}},
                  {"alone", nullptr}};
        if (growth.is_fitted()) {
            s["class"] = growth.told().name;
            for (const Term &term : growth.told().terms)
                s["terms"].push_back({{"curve", term.curve->name}, {"factor", number(term.factor)}});
            if (growth.names().size() == 1) s["exponent"] = number(growth.exponent);
            s["alone"] = growth.best().name;
        }
        j["series"].push_back(std::move(s));
    }
    return dumped(j);
}

std::string lines_json(const std::vector<SolutionLines> &lines, const std::vector<std::string> &size_names,
                       const SourceText &text) {
    Json j = document("lines");
    j["sizes"] = size_names;
    j["solutions"] = Json::array();
    for (const SolutionLines &one : lines) {
        if (j["solutions"].empty() || j["solutions"].back()["solution"] != one.solution)
            j["solutions"].push_back({{"solution", one.solution}, {"profiles", Json::array()}});
        for (const auto &[profile, growth, told] : one.profiles) {
            Json spots = Json::array(), form = nullptr; // of the first
            for (const ProfileSpot &of : profile.spots) {
                const Spot spot = spot_of(of.key);
                const std::string reads = text(one.solution, spot);
                spots.push_back({{"file", spot.file.empty() ? Json(nullptr) : Json(spot.file)},
                                 {"line", spot.lines.empty() ? Json(nullptr) : Json(spot.lines.front())},
                                 {"lines", spot.lines},
                                 {"text", reads.empty() ? Json(nullptr) : Json(reads)},
                                 {"calls", spot.calls.empty() ? Json(nullptr) : Json(spot.calls)},
                                 {"count", number(of.count)},
                                 {"exact", of.exact.empty() ? Json(nullptr) : Json(of.exact)}});
                if (spots.size() == 1) form = spots.back()["exact"];
            }
            j["solutions"].back()["profiles"].push_back(
                {{"shape", one.shape},
                 {"spots", std::move(spots)},
                 {"growth", told.empty() ? Json(nullptr) : Json(told)},
                 {"exact", std::move(form)},
                 {"share", number(profile.share)},
                 {"rest", profile.is_rest}});
        }
    }
    return dumped(j);
}

std::string claims_json(const std::vector<JudgedClaim> &claims, const Sentence &sentence) {
    Json j = document("claims");
    j["claims"] = Json::array();
    for (const JudgedClaim &one : claims) {
        const Judgement &judged = one.judgement;
        Json c = {{"solution", one.solution},
                  {"shape", one.claim.shape},
                  {"metric", word_for(one.claim.metric)},
                  {"bound", one.claim.bound.written},
                  {"canonical", print_canonical(one.claim.bound)},
                  {"verdict", word_for(judged.verdict)},
                  {"loose", judged.loose},
                  {"decided_by", judged.decided_by ? Json(word_for(*judged.decided_by)) : Json(nullptr)},
                  {"worst_shape", judged.worst_shape.empty() ? Json(nullptr) : Json(judged.worst_shape)},
                  {"range", {number(judged.from), number(judged.to)}}};
        if (judged.growth_class.empty())
            c["growth"] = nullptr;
        else
            c["growth"] = {{"class", judged.growth_class},
                           {"exponent", number(judged.exponent)},
                           {"interval", interval(judged.interval)}};
        c["reason"] = sentence(judged);
        c["would_decide"] = nullptr;
        if (judged.would_decide) {
            const WouldDecide &decide = *judged.would_decide;
            c["would_decide"] = {{"sizes", {{decide.size_name, number(decide.size)}}},
                                 {"cost_ns", decide.cost_ns ? number(*decide.cost_ns) : Json(nullptr)}};
        }
        j["claims"].push_back(std::move(c));
    }
    return dumped(j);
}

namespace {

const char *word_for(RatioCourse::Kind kind) {
    switch (kind) {
    case RatioCourse::Kind::level:
        return "level";
    case RatioCourse::Kind::falling:
        return "falling";
    case RatioCourse::Kind::rising:
        return "rising";
    default:
        return "unknown";
    }
}

Json both(const Interval &pair) { return {number(pair.first), number(pair.second)}; }

} // namespace

std::string comparison_json(const ComparisonOfAll &all) {
    Json j = document("comparison");
    for (const char *list : {"pairs", "courses", "crossings", "rankings", "fastest", "trade"})
        j[list] = Json::array();
    for (const PairComparison &pair : all.pairs) {
        const auto row = [&] {
            return Json{{"solution", pair.solution},
                        {"against", pair.against},
                        {"shape", pair.shape},
                        {"metric", word_for(pair.metric)}};
        };
        for (const RatioPoint &point : pair.course.points) {
            Json one = row();
            one["sizes"] = {{all.size_name, number(point.size)}};
            one["ratio"] = number(point.ratio);
            one["interval"] = both(point.interval);
            j["pairs"].push_back(std::move(one));
        }
        Json course = row();
        course["ratio_is"] = word_for(pair.course.kind);
        course["ratio"] = number(pair.course.ratio);
        course["interval"] = both(pair.course.interval);
        course["differs"] = pair.course.differs;
        course["would_have_seen"] = pair.course.differs ? Json(nullptr) : number(pair.course.would_have_seen);
        j["courses"].push_back(std::move(course));
    }
    for (const PairCrossing &one : all.crossings)
        j["crossings"].push_back(
            {{"solution", one.solution},
             {"against", one.against},
             {"shape", one.shape},
             {"metric", word_for(one.metric)},
             {"at", number(one.crossing.at)},
             {"interval", both(one.crossing.interval)},
             {"smaller_below", one.crossing.first_is_smaller_below ? one.solution : one.against},
             {"seen", one.measured ? "measured" : "forecast"}});
    for (const Ranked &ranked : all.rankings) {
        Json order = Json::array();
        for (const auto &[solution, time] : ranked.times)
            order.push_back({{"solution", solution}, {"time_ns", number(time)}});
        j["rankings"].push_back(
            {{"shape", ranked.shape}, {"sizes", {{all.size_name, number(ranked.size)}}}, {"order", order}});
    }
    for (const FastestRange &range : all.fastest)
        j["fastest"].push_back(
            {{"solution", range.solution}, {"from", number(range.from)}, {"to", number(range.to)}});
    for (const TradePoint &point : all.trade)
        j["trade"].push_back({{"solution", point.solution},
                              {"sizes", {{all.size_name, number(all.trade_at)}}},
                              {"time_ns", number(point.time_ns)},
                              {"space_bytes", number(point.space_bytes)},
                              {"beaten_by", point.unbeaten() ? Json(nullptr) : Json(point.beaten_by)}});
    return dumped(j);
}

std::string forecast_json(const std::vector<SeriesForecast> &forecasts, const Sizes &sizes,
                          const std::vector<LargestSize> &largest, const std::string &limit,
                          const std::string &along, const std::vector<TargetFindings> &targets,
                          const SelfCheck &check, const Sentence &sentence) {
    Json j = document("forecast");
    for (const char *list : {"forecasts", "largest", "target", "classes"})
        j[list] = Json::array();
    for (const SeriesForecast &one : forecasts) {
        Json at = Json::object();
        for (const auto &[name, size] : sizes)
            at[name] = number(size);
        j["forecasts"].push_back({{"solution", one.solution},
                                  {"shape", one.shape},
                                  {"metric", word_for(one.metric)},
                                  {"sizes", at},
                                  {"value", number(one.forecast.value)},
                                  {"interval", both(one.forecast.interval)},
                                  {"beyond", number(one.forecast.beyond)}});
    }
    for (const LargestSize &one : largest)
        j["largest"].push_back(
            {{"solution", one.solution},
             {"shape", one.shape},
             {"limit", limit},
             {"size", one.largest ? Json{{along, number(one.largest->size)}} : Json(nullptr)},
             {"interval", one.largest ? both(one.largest->interval) : Json(nullptr)}});
    for (const TargetFindings &target : targets) {
        const Json tier = target.limits.tier.empty() ? Json(nullptr) : Json(target.limits.tier);
        for (const MeetsTarget &one : target.meets)
            for (const Demand &demand : one.demands)
                j["target"].push_back(
                    {{"solution", one.solution},
                     {"tier", tier},
                     {"demand", demand.what},
                     {"meets", word_for(demand.meets)},
                     {"by", demand.measured                                    ? "measured"
                            : demand.what == "time" || demand.what == "memory" ? "forecast"
                                                                               : "verdict"},
                     {"value", demand.value > 0 ? number(demand.value) : Json(nullptr)},
                     {"interval", demand.value > 0 ? both(demand.interval) : Json(nullptr)},
                     {"reason", demand.verdict ? sentence(*demand.verdict) : demand.words}});
        for (const ClassCost &one : target.classes)
            j["classes"].push_back({{"class", one.name},
                                    {"tier", tier},
                                    {"time_ns", number(one.time_ns)},
                                    {"passes", one.passes}});
    }
    j["self_check"] = {{"predicted", check.predicted}, {"inside", check.inside}};
    return dumped(j);
}

namespace {

Json change_json(const Change &change) {
    Json j = {{"solution", change.solution}, {"change", word_for(change.kind)}, {"counts", change.counts}};
    if (change.metric) {
        j["shape"] = change.shape;
        j["metric"] = word_for(*change.metric);
        j["ratio"] = number(change.course.ratio);
        j["interval"] = both(change.course.interval);
        j["sizes"] = Json::array();
        for (const RatioPoint &point : change.course.points)
            j["sizes"].push_back({{"size", number(point.size)},
                                  {"ratio", number(point.ratio)},
                                  {"interval", both(point.interval)}});
    } else if (!change.what.empty()) {
        j["of"] = change.what;
        j["before"] = change.before;
        j["after"] = change.after;
    }
    return j;
}

} // namespace

std::string changes_json(const std::vector<Change> &changes, const std::optional<Drift> &drift,
                         const std::string &size_name, double worse_by,
                         const std::vector<std::string> &ground, const std::vector<std::string> &inputs,
                         const std::map<std::string, std::vector<DearerLine>> &lines) {
    Json j = document("changes");
    j["size"] = size_name;
    j["worse_by"] = number(worse_by);
    j["other_ground"] = ground;
    j["other_inputs"] = inputs;
    j["drift"] = nullptr;
    if (drift)
        j["drift"] = {{"ratio", number(drift->ratio)},
                      {"interval", both(drift->interval)},
                      {"solutions", drift->solutions}};
    j["changes"] = Json::array();
    for (const Change &change : changes)
        j["changes"].push_back(change_json(change));
    j["lines"] = Json::array();
    for (const auto &[solution, dearer] : lines)
        for (const DearerLine &line : dearer) {
            Json sizes = Json::object();
            for (const auto &[name, size] : line.sizes)
                sizes[name] = number(size);
            j["lines"].push_back({{"solution", solution},
                                  {"shape", line.shape},
                                  {"sizes", std::move(sizes)},
                                  {"file", line.spot.file.empty() ? Json(nullptr) : Json(line.spot.file)},
                                  {"lines", line.spot.lines},
                                  {"calls", line.spot.calls.empty() ? Json(nullptr) : Json(line.spot.calls)},
                                  {"text", line.text.empty() ? Json(nullptr) : Json(line.text)},
                                  {"before", line.before},
                                  {"after", line.after}});
        }
    return dumped(j);
}

} // namespace iron
