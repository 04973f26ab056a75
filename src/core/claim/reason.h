// What a verdict rests on, as data. The words for it are in views/reasons.h.
#pragma once

#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "core/bound/expression.h"
#include "core/growth/fit.h"
#include "core/reading/metric.h"
#include "core/reading/spot.h"

namespace iron {

// A place, its sizes in the order of the problem.
using NamedPlace = std::vector<std::pair<std::string, double>>;

// Readings divided by the bound, from one place to another. In the unit of the metric.
struct Stretch {
    Metric metric = Metric::steps;
    std::string bound; // canonical
    NamedPlace from, to;
    double first = 0, last = 0;
};

// Time a step, which steps do not explain.
struct TimeAStep {
    NamedPlace from, to;
    double first_ns = 0, last_ns = 0;
    double could = 1; // times that memory alone could have made it dearer, whatever is worked on
    std::optional<double> could_there = {}; // with the bytes that were worked on there, where those are known
    bool long_numbers = false;              // its numbers may get longer, and steps do not show it
};

namespace because {

struct NothingMeasured {};
struct ShapesOfTheirOwn {}; // the claim is made for every shape, and each has one of its own
struct NotRead {            // of this shape
    Metric metric = Metric::time;
    std::string shape;
};
struct LeftOut { // the solution gets no verdict
    std::string why;
};
struct OtherSizes { // the claim names sizes that did not change
    std::vector<std::string> changed;
};
struct TooFewPlaces {
    TooFew missing;
    double from = 0, to = 0; // of the first size
    std::string first_size;
    bool several = false; // sizes
};
struct BelowGrain { // no reading comes above so many bytes
    double bytes = 0;
};
struct NothingFits { // the nearest growth on the list is off by so much, relative
    std::string nearest;
    double off = 0;
};
struct OnlyWhileSmall { // but the larger half of the sizes that the bound does not name shows no such growth
    Stretch stretch;
    std::string growth;
    std::vector<std::string> unnamed;
};
struct SpareRoom { // rises by no more than what containers keep to spare
    Stretch stretch;
};
struct MemoryCould { // times alone, which memory getting slower could explain
    Stretch stretch;
    std::string growth;
};
struct NotNearer { // growth above the bound explains the readings better, but hardly comes nearer to them
    Stretch stretch;
};
struct NothingSeen { // a growth that leaves the bound explains them better, but nothing is seen to leave it
    Stretch stretch;
    std::string growth;
};
struct Rare { // growth seldom met explains the readings best, but places not smaller show as much
    Stretch stretch;
    std::string growth;
};
struct SetsInLate { // it has risen over a narrow stretch alone: that may be one change
    Stretch stretch;
};
struct Leaves { // the stretch is the witness
    Stretch stretch;
    std::string growth;
    std::vector<std::string> unnamed; // sizes that grow and that the bound does not name
};
struct LineLeaves { // along a line, where all together follow nothing
    Stretch stretch;
    std::string growth;
    NamedPlace held;
};
struct UnlistedNear { // growth on no list explains them better than what is within the bound, which comes
                      // near
    Stretch stretch;
    std::string growth;
};
struct StillRises {
    Stretch stretch;
};
struct Keeps {
    Stretch stretch;
};
struct HighestFalls { // reading / bound, along every size
    struct Along {
        std::string size;
        double middle = 0;
        double below = 0, above = 0; // the highest up to there, and beyond
    };
    Metric metric = Metric::steps;
    std::string bound; // canonical
    std::vector<Along> sizes;
};
struct EquallyWell {
    Stretch stretch;
};
struct StartUp {
    double least = 0;             // ns, or bytes
    std::size_t above = 0;        // readings that stand out from it
    Metric metric = Metric::time; // or space
};
struct BeyondStartUp { // all of time keeps the bound, what lies beyond the start-up does not
    std::string bound;
    double least_ns = 0;
    double rise = 1; // times: of what lies beyond it, over the bound
};
struct SlowSteps { // steps keep the bound, but a step takes so much longer that a level one it can't be
    std::string growth;
    TimeAStep time;
};
struct PartLeaves { // of the steps, by line: the stretch is its own
    Stretch stretch;
    std::string growth;
    Spot spot;
};
struct PartMayLeave { // the same, where that is open
    Stretch stretch;
    Spot spot;
};
struct PartsKeep { // each by itself
    std::size_t parts = 0;
    std::string growth; // of the largest
    Spot spot;
    double share = 0; // its share of all
};
struct HiddenWork { // steps keep the bound, but time grows like this
    std::string growth;
    TimeAStep time;
};

} // namespace because

using Reason = std::variant<because::NothingMeasured, because::ShapesOfTheirOwn, because::NotRead,
                            because::LeftOut, because::OtherSizes, because::TooFewPlaces, because::BelowGrain,
                            because::NothingFits, because::OnlyWhileSmall, because::SpareRoom,
                            because::MemoryCould, because::NotNearer, because::NothingSeen, because::Rare,
                            because::SetsInLate, because::Leaves, because::LineLeaves, because::UnlistedNear,
                            because::StillRises, because::Keeps, because::HighestFalls, because::EquallyWell,
                            because::StartUp, because::BeyondStartUp, because::SlowSteps, because::PartLeaves,
                            because::PartMayLeave, because::PartsKeep, because::HiddenWork>;

// What else has to be known of it, in the order of the sentence.
namespace besides {

struct Line { // that leaves the bound
    Spot spot;
    std::string source;        // as it stands there, "" where it can't be read
    std::string growth, exact; // "" where it follows none, and where there is no closed form
    std::string rest;          // what all else grows like, "" where there is nothing
};
struct StepsApart { // only so many sizes count, whole doublings apart
    std::size_t places = 0;
    int doublings = 0;
};
struct Hardest { // some inputs end early: only so many places count
    std::size_t places = 0;
};
struct FromBelow {};  // some inputs end early, and growth from below can't be told from the hardest places
struct BelowGrainOn { // on these shapes it stays below what can be read
    std::vector<std::string> shapes;
};
struct Capped { // on the one shape it never takes more than on the other
    std::string shape, cap;
};
struct FirstCalls {};  // each reading is the first call of a process, since the solution remembers
struct SmallestClaim { // that holds
    std::string claim;
};
struct TimeFaster { // time grows faster than steps
    TimeAStep time;
};
struct ReadingOfInput {}; // a whole program's growth can't be told from its reading of the input
struct Garbage {};        // what is collected only later counts in the reading

} // namespace besides

using Remark =
    std::variant<besides::Line, besides::StepsApart, besides::Hardest, besides::FromBelow,
                 besides::BelowGrainOn, besides::Capped, besides::FirstCalls, besides::SmallestClaim,
                 besides::TimeFaster, besides::ReadingOfInput, besides::Garbage>;

} // namespace iron
