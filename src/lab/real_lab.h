// The real laboratory: processes on this machine.
#pragma once

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "lab/build.h"
#include "lab/input_store.h"
#include "lab/program_bench.h"
#include "lab/quiet.h"
#include "lab/referee.h"
#include "lab/workspace.h"
#include "study/lab.h"

namespace iron {

struct LabOptions {
    bool measures = false; // else only answers are asked for
    bool cold = false;
    double budget_s = 60;
    std::map<std::string, Runnable> empty_programs; // by language: what start-up alone costs
};

class RealLab : public Lab {
  public:
    // `built`: solutions, ready or not; those that are measured with step counters where they count.
    RealLab(const Problem &problem, std::vector<Built> built, LabOptions options);

    Inputs &inputs() override { return inputs_; }
    Runner &runner(const std::string &solution) override;
    Comparison compare(const Input &input, const std::string &expected, const std::string &got) override {
        return referee_.compare(input.path, expected, got);
    }
    bool restless() override;
    void at_leisure(const std::function<void()> &work) override;

    std::vector<Entrant> entrants() const;
    // A sentence where the machine was busy with something else for much of the time, else "".
    std::string unrest_told() const;

  private:
    std::unique_ptr<Runner> set_up(Built built);
    ProgramFloor floor(const Built &built);

    const Problem &problem_;
    LabOptions options_;
    std::vector<Built> built_;
    std::optional<Processors> processors_; // where it measures
    Workspace workspace_;
    InputStore inputs_;
    Referee referee_;
    std::map<std::string, std::unique_ptr<Runner>> runners_; // set up when first needed
    std::map<std::string, ProgramFloor> floors_;             // by language
    double calibrated_s_ = 0;
    std::vector<double> calibrations_; // ns
    bool restless_ = false;
    int restless_count_ = 0;
};

} // namespace iron
