// The stages of a run, in order, on the simulated lab.
#pragma once

#include "simulated/simulated_lab.h"
#include "study/agree.h"
#include "study/fit.h"
#include "study/lines.h"
#include "study/measure.h"

namespace iron::test {

class StudyRun {
  public:
    explicit StudyRun(const SimulatedProblem &made);

    bool until_certain = false; // measuring ends then, whatever is left of the budget

    void agree_all(int inputs_a_shape);
    // A session. `by_calls`: it goes by what agreeing saw of them, as `run` does; else it finds out.
    MeasureSummary measure_all(double budget_s, bool by_calls);
    void judge_all(const Without &without = {});

    SimulatedClock clock;
    SimulatedLab lab;
    MemoryArchive archive;
    Told told;
    // What the order of the work is given: these, or what stands before them.
    Lab *asked = &lab;
    Archive *kept = &archive;
    Scope scope;
    Agreement agreement;
    Fitted fitted;
    std::vector<JudgedClaim> judged;

  private:
    CallTimes calls_;
    EarlierFits earlier_;
};

} // namespace iron::test
