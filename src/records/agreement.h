// agreement.json: which solutions give the right answers.
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

#include "records/journal.h"

namespace iron {

// What is expected where the answers differ and no side has the majority.
inline constexpr const char *no_majority = "(no majority)";

struct Counterexample {
    std::string shape; // of the input, or "sample"
    Sizes sizes;
    std::uint64_t seed = 0;
    std::string input, expected, got;
};

struct SolutionAgreement {
    enum class Verdict { agrees, disagrees, fails };
    std::string name;
    Verdict verdict = Verdict::agrees;
    std::string found_while = "agreeing"; // or "measuring"
    Outcome outcome = Outcome::done;
    std::string detail; // "signal SIGSEGV", the exception's text, the compiler's message
    std::optional<Counterexample> counterexample;
};
const char *word_for(SolutionAgreement::Verdict verdict);

// A sample that every solution contradicts alike: it may be wrong itself.
struct DoubtfulSample {
    std::size_t number = 0; // from 1
    std::string expected, got;
};
// A sample that took a solution longer than a call may take.
struct SlowSample {
    std::size_t number = 0; // from 1
    std::string solution;
    double after_s = 0;
};
// How far inputs grew.
struct LargestInput {
    enum class End {
        largest,
        time,
        nobody
    };                // legal; the time for larger inputs was over; nobody in good time
    std::string size; // the first
    double value = 0;
    End ended_by = End::largest;
};

struct Agreement {
    std::string reference;     // whose answers the others were held against
    std::string reference_why; // how sure that is
    int inputs = 0;            // tried
    std::vector<DoubtfulSample> doubtful_samples;
    std::vector<SlowSample> slow_samples;
    std::optional<LargestInput> largest_input;
    std::vector<SolutionAgreement> solutions;

    const SolutionAgreement *solution(const std::string &name) const;
    // Names of those that agree, in order.
    std::vector<std::string> agreeing() const;
};

std::string agreement_json(const Agreement &agreement);
// Throws Error (usage) where the file is missing or of another format.
Agreement read_agreement(const std::filesystem::path &path);

// One sentence on a solution that does not agree: "wrong answer on calm, n = 3".
std::string sentence_for(const SolutionAgreement &solution);

} // namespace iron
