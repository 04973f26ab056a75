// What speaks for and against a bound on one shape: pure evidence, nothing decided.
#pragma once

#include <limits>
#include <map>
#include <optional>
#include <string>

#include "core/claim/claim.h"
#include "core/claim/highest.h"
#include "core/claim/spare_room.h"
#include "core/claim/witness.h"
#include "core/growth/profile.h"
#include "core/reading/memory_curve.h"

namespace iron {

// Bytes that a call works on: input, answer and space, by the sizes that change, as far as they were read.
struct WorkingSet {
    std::vector<std::string> names;
    std::map<std::vector<double>, double> bytes;
    bool long_numbers = false; // and numbers that may get longer, of which no step is counted
};

// The growths of one shape's readings; null where there are none. They must outlive what is made of them.
struct ShapeGrowth {
    std::string shape;
    const Growth *steps = nullptr, *time = nullptr, *space = nullptr;
    const WorkingSet *working_set = nullptr;
    bool starts_up = false; // of a whole program, whose time holds its start-up, its bytes and steps too
    const std::vector<ProfileGrowth> *parts = nullptr; // of the steps, by line; null where not so counted
    const Growth *input = nullptr; // of the length of the text that a whole program reads; null: not known
    bool first_calls = false; // of what remembers: each time is a process's first call, with its start-up
    bool holds_start_up(Metric metric) const { return starts_up || (first_calls && metric == Metric::time); }
};

// Steps decide a claim on time where enough places could be counted for growth to show; else times have to
// do.
const Growth *deciding_growth(Metric claimed, const ShapeGrowth &shape);

// Whether a witness rises to the highest ratio of all, and by how many times: both, and no fit is needed to
// see it.
struct Plain {
    bool high = false, manifold = false;
};

struct Evidence {
    const ShapeGrowth *shape = nullptr;
    Bound bound;
    Metric claimed = Metric::time, read = Metric::steps;
    const Growth *growth = nullptr;      // null where nothing was read
    const MemoryCurve *memory = nullptr; // of the machine, where it is known

    // ln units by which the best growth outside explains better than the best within: of the list, and on no
    // list.
    double against = 0, unlisted = 0;
    const Fit *inside = nullptr, *outside = nullptr, *outside_unlisted = nullptr;
    // Where the best outside leaves the bound, but is seldom met: the best that is often met, if it leaves it
    // too.
    const Fit *outside_often = nullptr;
    // Of the listed ones outside that explain hardly worse than the best within: what the nearest is off by
    // (relative), whatever else speaks against it.
    double nearest_outside = std::numeric_limits<double>::infinity();
    std::optional<Witness> witness;
    // Where that one is seen over the terms of the bound in amounts of their own: the one over the bound as
    // it stands.
    std::optional<Witness> outright;
    EndRise end_rise = EndRise::none;  // of reading / bound
    bool is_level = false;             // it is known not to rise along any size
    std::vector<HighestAlong> highest; // by size, where the highest ratio falls along all of them
    Spare spare = Spare::no;
    std::optional<TimeAStep> time; // a step, from a third of the places that both were read at to the largest
    double time_against = 0;       // as `against`, of the times

    bool is_exact() const { return read != Metric::time; }
    bool is_over_several() const { return growth->names().size() > 1; }
    double off(const Fit &fit) const { return misfit(fit, *growth); }
    bool grows_within(const Fit &fit) const; // no faster than the bound

    // Evidence that takes to leave the bound, and to keep it.
    double needed_to_leave() const;
    double needed_to_keep() const;
    double enough_unlisted() const; // keeps a bound from holding
    bool leaves_by_the_list() const;
    bool leaves_off_the_list() const;
    const Fit *leaving() const; // the growth that does; null where none
    bool is_rare() const;       // such growth is seldom met: of several sizes
    // Counts or bytes over several sizes that growth within the bound explains well, and nothing of them
    // rises.
    bool nothing_rises() const;
    bool is_followed_closely() const;     // what leaves the bound follows the readings to a percent or so
    bool is_clearly_nearer() const;       // what leaves the bound follows counts nearer than what keeps it
    bool keeps_by_its_simplicity() const; // the other way round, and even what keeps it is off
    bool memory_could_do_it() const;

    // Readings / bound, from where start-up no longer rules to the top; between two points; as the witness
    // shows it.
    Stretch stretch() const;
    Stretch stretch(std::size_t from, std::size_t to) const;
    Stretch witnessed() const;
    Plain how_plain() const;                                      // both are false where there is no witness
    bool witness_rises() const;                                   // where there is one
    std::vector<std::string> unnamed_sizes(const Fit &fit) const; // that it grows with
    // Up to where a size has to grow for the two best growths on either side of the bound to part.
    std::optional<WouldDecide> would_decide() const;
    WouldDecide farther() const; // eight times as far
    // No reading comes above the grain, and it could hide what grows by a logarithm of a size faster than
    // that, or like a size. False for times and counts.
    bool is_hidden_above(const Expression &allowed) const;
};

Evidence evidence_on(const ShapeGrowth &shape, Metric claimed, const Bound &bound, const MemoryCurve *memory);

// Whether a bound less a logarithm holds as surely; of O alone.
bool is_loose(const Evidence &evidence);

// Manifold, or falls so.
bool rises_for_sure(const Stretch &stretch);

} // namespace iron
