// Time as the order of the work sees it.
#pragma once

namespace iron {

// Budgets and limits are held against it. Real: SteadyClock (lab/clock.h); simulated: SimulatedClock
// (tests/simulated), which only what is measured moves.
class Clock {
  public:
    virtual ~Clock() = default;
    virtual double seconds() const = 0; // since some fixed moment, never backwards
};

} // namespace iron
