// A solution as something that answers inputs.
#pragma once

#include <memory>
#include <string>

#include "lab/build.h"
#include "lab/program.h"
#include "lab/worker.h"
#include "study/lab.h"

namespace iron {

// Of a whole program that has ended.
Answered answered(const Ending &ending, const std::filesystem::path &output);

class Answerer {
  public:
    // Files are kept in `scratch` while it lives.
    Answerer(Built built, std::filesystem::path scratch);
    Answered answer(const std::filesystem::path &input, double limit_s);
    const Built &built() const { return built_; }

  private:
    Built built_;
    std::filesystem::path scratch_;
    std::unique_ptr<Worker> worker_; // started when first needed, and again after it died
};

} // namespace iron
