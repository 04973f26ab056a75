// What the memory hierarchy does to times: where the working set outgrows a cache, everything gets dearer.
#pragma once

#include <functional>

#include "core/growth/cone.h"
#include "core/growth/fit.h"

namespace iron {

// A score from a chi-square and a number of terms.
using Score = std::function<double(double chi2, int active)>;

// Tries the candidate with one and with two such steps, and keeps what scores best. A step at b doublings, w
// wide, makes what it touches s(n) = 1 + 3 / (1 + exp((b - log2 n) / w)) times dearer; that and what is left
// untouched are mixed freely, so any rise up to four times is covered and only b and w are searched for: on a
// grid, then by the simplex method of Nelder and Mead (The Computer Journal 7, 1965). A step takes 3 ln units
// off the score. Not polished where a coarse look promises less than `least_score`.
void fit_with_memory_steps(CurveFit &fit, const std::vector<Located> &points, const std::string &name,
                           const Score &score, double least_score);

// The directions that a fit with such steps was made of.
std::vector<Generator> cone_with_memory(const CurveFit &fit, const std::vector<Located> &points,
                                        const std::string &name);

// What a coarse look at one step promises: the score on a grid alone.
double promise_of_memory_step(const CurveFit &fit, const std::vector<Located> &points,
                              const std::string &name, const Score &score);

} // namespace iron
