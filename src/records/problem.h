// The problem file `stopwatch.toml` as values. The format is described in docs/problem-file.md.
#pragma once

#include <cstdint>
#include <filesystem>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/claim/claim.h"
#include "core/error.h"
#include "records/call.h"
#include "records/template.h"

namespace iron {

struct SizeRule {
    std::string name;
    Expression from; // the smallest legal value; may name other sizes
    Expression to;   // the largest
    std::optional<double> measured_from;
    std::optional<double> usual; // its value while another size is swept

    bool to_is_relation() const { return !sizes_in(to).empty(); }
};

struct Shape {
    std::string name;
    std::optional<Template> text;
    std::string program; // a generator of the user's; "" where `text` makes the inputs
};

struct Sample {
    std::string given, answer;
};

enum class SameIf { exact, words, numbers, any_order, any_order_words, referee };

struct AnswerRule {
    SameIf same_if = SameIf::exact;
    double tolerance = 1e-9;
    std::string referee;
    std::string reference; // a solution's name, or ""
};

struct Limits {
    double time_s = 10;
    std::int64_t memory_bytes = std::int64_t{1} << 30;
    std::int64_t stack_bytes = 8 << 20;
    std::int64_t output_bytes = 64 << 20;
    std::int64_t input_bytes = std::int64_t{1} << 30; // of one input's text
    int processes = 64;
};

// What the task demands at its own sizes.
struct Target {
    std::string tier; // "full" of [target.full]; "" of a target without tiers
    Sizes sizes;
    std::optional<double> time_s;
    std::optional<std::int64_t> memory_bytes;
    std::optional<Bound> time_bound, space_bound;
    bool demands_anything() const { return time_s || memory_bytes || time_bound || space_bound; }
};

struct Solution {
    std::string name;
    std::vector<std::string> sources;
    std::vector<Claim> claims;
    std::string note;
    std::string style; // "function", "program", or "" where the file does not say
    std::string flags;
    int threads = 1;
    bool keeps_input = false;
    std::string build, run;
    std::string function; // of a bare one: another name than the call's, "Gauge.climb"
    Place place;          // of its table, for messages
};

struct Problem {
    std::filesystem::path folder;
    std::string title, story;
    std::optional<Call> call; // where solutions are bare functions
    std::vector<SizeRule> sizes;
    std::vector<Shape> shapes;
    std::vector<Sample> samples;
    AnswerRule answers;
    Limits limits;
    std::vector<Target> targets; // one a tier
    std::vector<Solution> solutions;
    std::string digest; // hex, of the file's text

    std::vector<std::string> size_names() const;
    std::vector<Relation> relations() const; // between sizes, from `from`, `to` and all templates
    const Shape *shape(const std::string &name) const;
    const Solution *solution(const std::string &name) const;
};

// Reads FOLDER/stopwatch.toml. Throws Error (usage) with every fault found, each with its line and the
// nearest known word.
Problem read_problem(const std::filesystem::path &folder);

// Legal range of a size when the sizes before it (in the file's order) have the values given.
std::pair<double, double> range_of(const SizeRule &rule, const Sizes &others);

// The value a size has while others are swept: `usual`, else the geometric middle of its range, cut to what
// the other sizes allow.
double usual_of(const SizeRule &rule, const Sizes &others);

// Every size at its usual value, `given` ones as given, each cut to its range. Throws Error (usage) where a
// given one is outside its own range or not a whole number.
Sizes complete_sizes(const Problem &problem, const Sizes &given);

} // namespace iron
