// All that was read so far, and what it says of the series.
#pragma once

#include <set>
#include <string>
#include <utility>
#include <vector>

#include "records/journal.h"

namespace iron {

class Readings {
  public:
    explicit Readings(std::vector<Measurement> earlier = {});

    void add(Measurement measurement);
    const std::vector<Measurement> &all() const { return all_; }

    // Steps differ from call to call on one input: so that is marked, there and on all counts after it.
    void mark_varying(Measurement &read);
    // They differed because it remembers.
    void call_steady(const std::string &solution) {
        std::erase_if(varying_, [&](const auto &one) { return one.first == solution; });
    }
    // What the reader of the numbers should know, each once.
    std::vector<std::string> notes() const;

    // Whether what is counted hangs on the input: it differs from seed to seed somewhere, or no place has
    // seen two of them yet.
    bool hang_on_input(const std::string &solution, const std::string &shape) const;
    // Any call that came to its end.
    bool any_done(const std::string &solution) const;
    // When the last was taken, in seconds of measuring, all sessions together.
    double last_at_s() const;

  private:
    std::vector<Measurement> all_;
    std::set<std::pair<std::string, std::string>> varying_;
};

// Where a solution went over a limit, at a size that nobody asked for.
struct Reach {
    std::string solution, shape;
    Sizes sizes; // the smallest such ones
    Outcome outcome = Outcome::over_time;
};
// By solution and shape.
std::vector<Reach> reaches_in(const std::vector<Measurement> &measurements);

// What a counted call's steps could take at the least, ns.
double least_time_ns(const Measurement &counted);

// Steps of a solution on a shape that its timed build does not take: no machine takes so many in the time of
// a call. The compiler does without them there, as with a text's length that a loop asks for at every turn.
struct StepsNotTaken {
    std::string solution, shape;
    Sizes sizes; // where most were counted
    double steps = 0, time_ns = 0;
};
std::vector<StepsNotTaken> steps_not_taken(const std::vector<Measurement> &measurements);
// The readings without those counts, and without later calls of the solutions that remember.
struct ReadingsToJudge {
    std::vector<Measurement> measurements;
    std::set<std::string> remembering;
};
ReadingsToJudge readings_to_judge(const std::vector<Measurement> &measurements);

} // namespace iron
