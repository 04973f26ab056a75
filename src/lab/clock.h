// The real clock.
#pragma once

#include <chrono>
#include <cstdlib>

#include "study/clock.h"

namespace iron {

// Readings have a clock of their own. On a machine busy with other work $IRON_STOPWATCH_PATIENCE, a number of
// at least 1, makes each of its seconds last so many.
class SteadyClock : public Clock {
  public:
    double seconds() const override {
        return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count() /
               patience();
    }
    static double patience() {
        static const double asked = [] {
            const char *text = std::getenv("IRON_STOPWATCH_PATIENCE");
            const double number = text ? std::strtod(text, nullptr) : 1;
            return number >= 1 && number <= 1000 ? number : 1;
        }();
        return asked;
    }
};

} // namespace iron
