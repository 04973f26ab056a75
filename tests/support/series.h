// Series of known growth.
#pragma once

#include <cmath>
#include <random>

#include "core/plan/ladder.h"
#include "core/reading/series.h"

namespace iron::test {

// One exact count at each rung of the ladder.
template <class Law>
Series counted_series(Law law, double from, double to) {
    Series series;
    for (const double n : ladder(from, to))
        series.places.push_back({{n}, {{0, 0, static_cast<double>(law(n))}}});
    return series;
}

// Times with lognormal noise `sigma` and one spike upwards in twenty, three generations of three rounds.
template <class Law>
Series timed_series(Law law, double from, double to, double sigma, int seed) {
    std::mt19937 random(static_cast<unsigned>(seed));
    std::normal_distribution<double> normal;
    Series series;
    for (const double n : ladder(from, to)) {
        ReadPlace place{{n}, {}};
        for (int generation = 0; generation < 3; ++generation)
            for (int round = 0; round < 3; ++round) {
                double value = law(n) * std::exp(sigma * normal(random));
                if (random() % 20 == 0) value *= 1.5;
                place.readings.push_back({generation, round, value});
            }
        series.places.push_back(place);
    }
    return series;
}

} // namespace iron::test
