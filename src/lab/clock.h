// Time as the stages see it.
#pragma once

#include <chrono>

namespace iron {

// The real one is SteadyClock; tests hand in one that they move themselves.
class Clock {
  public:
    virtual ~Clock() = default;
    virtual double seconds() const = 0; // since some fixed moment, never backwards
};

class SteadyClock : public Clock {
  public:
    double seconds() const override {
        return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count();
    }
};

} // namespace iron
