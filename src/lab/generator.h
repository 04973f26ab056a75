// Inputs made by a program of the user's: called with shape=NAME, every size as n=…, and seed=…, in the
// problem folder; what it prints is the input.
#pragma once

#include <map>
#include <string>
#include <utility>
#include <vector>

#include "lab/build.h"

namespace iron {

class Generators {
  public:
    // `scratch`: where programs are built and outputs pass through.
    Generators(const Problem &problem, std::filesystem::path scratch);

    // Runs the shape's program, its output to `path`. Throws Error (not_possible), naming the call, where it
    // can't be built, fails, takes longer than the limit, prints nothing, or prints more than `[limits]
    // memory`.
    void make(const Shape &shape, const Sizes &sizes, std::uint64_t seed, const std::filesystem::path &path);

    // The processors that programs run on; the caller's own unless told.
    void run_on(std::vector<int> processors) { processors_ = std::move(processors); }

  private:
    // Builds the shape's program where it has to be built. Throws like make().
    void make_ready(const Shape &shape);

    const Problem &problem_;
    std::filesystem::path scratch_;
    std::vector<int> processors_;
    std::map<std::string, Runnable> ready_; // by program
};

} // namespace iron
