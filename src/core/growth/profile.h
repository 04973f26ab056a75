// A solution's steps taken apart: where they were counted by line, those lines whose counts go together.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/growth/fitter.h"
#include "core/reading/spot.h"

namespace iron {

// One call's counts.
struct CountedCall {
    std::vector<double> sizes; // in the order of the names
    int generation = 0;
    SpotCounts spots;
    bool operator==(const CountedCall &) const = default;
};

// A spot, as far as it follows the profile's first: so many times as often, and so many times more.
struct ProfileSpot {
    std::string key;
    double times = 1, more = 0;
    double count = 0; // where most was counted, on average
    // A closed form that gives every count to the digit, as people write it: "n (n - 1) / 2", "3 n + 1",
    // "n m". "" where there is none.
    std::string exact = "";
};

// Spots whose counts keep one ratio in all calls, up to a constant: n and n + 1 are one growth. The total is
// the sum of the profiles.
struct Profile {
    std::vector<ProfileSpot> spots; // what ran most first
    bool is_rest = false;           // what is hardly anything, and becomes no more: no ratio is kept
    double share = 0;               // of all steps, where most was counted
    Series series;                  // of the first spot; of the rest, of the sum
    int held_by = -1; // the profile of a line that the first spot stands in and nowhere ran more often than
};

// The largest share first, the rest last. None where no call was counted by spot.
std::vector<Profile> profiles_of(const std::vector<CountedCall> &calls,
                                 const std::vector<std::string> &names);

// A profile and what it grows like.
struct ProfileGrowth {
    Profile profile;
    Growth growth;
    std::string told; // its class: the total's, where that explains it about as well as its own; "" too few
};

// The profiles of these calls, each fitted. `total`: the class that all steps grow like, "" where none is
// known; `claimed`: bounds on the solution's time.
std::vector<ProfileGrowth> fit_profiles(const std::vector<CountedCall> &calls,
                                        const std::vector<std::string> &names, Fitter &fitter,
                                        const std::string &total = "", const std::vector<Bound> &claimed = {},
                                        const std::vector<Relation> &relations = {});

} // namespace iron
