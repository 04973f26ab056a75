// From growth to verdicts on claims.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/bound/parse.h"
#include "core/growth/fit.h"
#include "core/growth/joint.h"
#include "core/series/memory_curve.h"

namespace iron {

enum class Verdict {
    holds,     // every growth above the bound explains the readings worse by more than the threshold
    exceeded,  // some growth above the bound explains them better by more than the threshold
    undecided, // neither: the readings can't tell
};

const char *word_for(Verdict verdict);

// The readings of one shape, as far as there are any.
struct ShapeGrowth {
    std::string shape;
    std::optional<Growth> steps;
    std::optional<Growth> time;  // ns
    std::optional<Growth> space; // bytes
    // The same over all sizes; null where one alone changes.
    std::shared_ptr<const JointGrowth> joint_steps = {}, joint_time = {}, joint_space = {};
    bool starts_up = false; // of a whole program, whose time holds its start-up
};

struct WouldDecide {
    std::string size_name;
    double size = 0;                    // measuring up to here should tell
    std::optional<double> cost_ns;      // of one call there, where it can be forecast
    std::optional<double> ends_at = {}; // the largest size allowed, where that is less
};

struct Judgement {
    Verdict verdict = Verdict::undecided;
    bool loose = false;     // O only: a bound smaller by a log factor holds as surely
    std::string decided_by; // "steps", "time", "space", or "" where nothing was read
    std::string worst_shape;
    double from = 0, to = 0;  // sizes that the deciding readings cover
    std::string growth_class; // "" where nothing could be fitted
    double exponent = 0;
    std::optional<std::pair<double, double>> interval;
    double evidence = 0; // ln units by which growth above the bound explains better (negative: worse)
    std::string reason;
    std::optional<WouldDecide> would_decide;
};

// No space above its grain was read, `to` being the largest size.
void leave_unread(const std::vector<Located> &points, const std::string &size_name, double to,
                  Judgement &judgement);

// Judges a claim on `metric` ("time" or "space") that every one of `shapes` must keep: a bound O is decided
// by the worst shape, Omega by the best, Theta by whichever leaves it. Steps decide a claim on time where
// they were counted; time alone needs far more evidence, because memory hierarchies bend it upwards. What
// memory can do is read off the machine's own curve: only an excess greater than twice its steepest rise
// counts, and then against steps that held, too: work is hidden where they do not see it.
Judgement judge(const std::string &metric, const Bound &bound, const std::string &size_name,
                const std::vector<ShapeGrowth> &shapes,
                const std::optional<MemoryCurve> &memory = MemoryCurve());

// Of growth that only the hardest places were left of (hardest_part): says so, and decides upper bounds
// alone.
void allow_for_the_hardest(const Bound &bound, std::size_t places, Judgement &judgement);

} // namespace iron
