#include "records/agreement.h"

#include <fmt/format.h>

#include "core/error.h"
#include "core/words.h"
#include "records/files.h"
#include "records/json.h"

namespace iron {

using Found = SolutionAgreement::Verdict;

const char *word_for(Found verdict) {
    return verdict == Found::agrees ? "agrees" : verdict == Found::disagrees ? "disagrees" : "fails";
}

const SolutionAgreement *Agreement::solution(const std::string &name) const {
    for (const SolutionAgreement &one : solutions)
        if (one.name == name) return &one;
    return nullptr;
}

std::vector<std::string> Agreement::agreeing() const {
    std::vector<std::string> names;
    for (const SolutionAgreement &one : solutions)
        if (one.verdict == Found::agrees) names.push_back(one.name);
    return names;
}

namespace {

const char *word_for(LargestInput::End end) {
    switch (end) {
    case LargestInput::End::largest:
        return "largest";
    case LargestInput::End::time:
        return "time";
    case LargestInput::End::nobody:
        return "nobody";
    }
    return "";
}

} // namespace

std::string agreement_json(const Agreement &agreement) {
    Json j;
    j["schema"] = "iron-stopwatch/agreement/1";
    j["reference"] = agreement.reference;
    j["reference_why"] = agreement.reference_why;
    j["inputs"] = agreement.inputs;
    j["doubtful_samples"] = Json::array();
    for (const DoubtfulSample &one : agreement.doubtful_samples)
        j["doubtful_samples"].push_back(
            {{"number", one.number}, {"expected", one.expected}, {"got", one.got}});
    j["slow_samples"] = Json::array();
    for (const SlowSample &one : agreement.slow_samples)
        j["slow_samples"].push_back(
            {{"number", one.number}, {"solution", one.solution}, {"after_s", one.after_s}});
    if (agreement.largest_input)
        j["largest_input"] = {{"size", agreement.largest_input->size},
                              {"value", static_cast<std::int64_t>(agreement.largest_input->value)},
                              {"ended_by", word_for(agreement.largest_input->ended_by)}};
    j["solutions"] = Json::array();
    for (const SolutionAgreement &one : agreement.solutions) {
        Json s;
        s["name"] = one.name;
        s["verdict"] = word_for(one.verdict);
        s["found_while"] = one.found_while;
        if (one.verdict != Found::agrees) {
            s["outcome"] = word_for(one.outcome);
            s["detail"] = one.detail;
            if (one.counterexample) {
                const Counterexample &c = *one.counterexample;
                Json sizes = Json::object();
                for (const auto &[name, value] : c.sizes)
                    sizes[name] = static_cast<std::int64_t>(value);
                s["counterexample"] = {{"shape", c.shape}, {"sizes", sizes},         {"seed", c.seed},
                                       {"input", c.input}, {"expected", c.expected}, {"got", c.got}};
            }
        }
        j["solutions"].push_back(std::move(s));
    }
    // What a solution prints need not be UTF-8.
    return text_of(j, 2) + "\n";
}

Agreement read_agreement(const std::filesystem::path &path) {
    const std::string text = read_file(path, "'iron-stopwatch agree' writes it");
    Agreement agreement;
    try {
        const Json j = json_of(text);
        if (j.at("schema") != "iron-stopwatch/agreement/1") throw std::runtime_error("another schema");
        agreement.reference = j.at("reference");
        agreement.reference_why = j.value("reference_why", "");
        agreement.inputs = j.value("inputs", 0);
        for (const Json &one : j.value("doubtful_samples", Json::array()))
            agreement.doubtful_samples.push_back({one.at("number"), one.at("expected"), one.at("got")});
        for (const Json &one : j.value("slow_samples", Json::array()))
            agreement.slow_samples.push_back({one.at("number"), one.at("solution"), one.at("after_s")});
        if (const auto reach = j.find("largest_input"); reach != j.end()) {
            LargestInput largest{reach->at("size"), reach->at("value"), LargestInput::End::largest};
            for (const auto end : {LargestInput::End::time, LargestInput::End::nobody})
                if (reach->at("ended_by") == word_for(end)) largest.ended_by = end;
            agreement.largest_input = largest;
        }
        for (const Json &s : j.at("solutions")) {
            SolutionAgreement one;
            one.name = s.at("name");
            const std::string verdict = s.at("verdict");
            one.verdict = verdict == "agrees"      ? Found::agrees
                          : verdict == "disagrees" ? Found::disagrees
                                                   : Found::fails;
            one.found_while = s.value("found_while", "agreeing");
            one.outcome = outcome_of(s.value("outcome", "done")).value_or(Outcome::failed);
            one.detail = s.value("detail", "");
            if (s.contains("counterexample")) {
                const Json &c = s.at("counterexample");
                one.counterexample = Counterexample{c.at("shape"),    {},         c.at("seed"), c.at("input"),
                                                    c.at("expected"), c.at("got")};
                for (const auto &[name, value] : c.at("sizes").items())
                    one.counterexample->sizes[name] = value.get<double>();
            }
            agreement.solutions.push_back(std::move(one));
        }
    } catch (const std::exception &error) {
        throw Error(Category::usage, path.string() + " can't be read: " + error.what(),
                    "'iron-stopwatch agree' writes it anew");
    }
    return agreement;
}

std::string sentence_for(const SolutionAgreement &solution) {
    if (solution.verdict == Found::agrees) return "agrees";
    std::string text = word_for(solution.outcome);
    for (char &c : text)
        if (c == '-') c = ' ';
    if (solution.counterexample) {
        const Counterexample &c = *solution.counterexample;
        text += " on " + c.shape;
        for (const auto &[name, value] : c.sizes)
            text += fmt::format(", {} = {}", name, grouped(value));
        if (c.shape != "sample") text += fmt::format(", seed {}", c.seed);
    }
    if (!solution.detail.empty() && solution.detail.find('\n') == std::string::npos)
        text += ": " + solution.detail;
    if (solution.found_while == "measuring") text += " (found while measuring)";
    return text;
}

} // namespace iron
