// Random numbers that are the same on every machine.
#pragma once

#include <bit>
#include <cstdint>
#include <string_view>

namespace iron {

// xoshiro256** 1.0 (Blackman and Vigna, "Scrambled linear pseudorandom number generators", 2021), its state
// filled by SplitMix64 from the seed. Draws below a bound by Lemire's rejection ("Fast random integer
// generation in an interval", 2019), so without bias. No part of it is left to the standard library.
class Random {
  public:
    explicit Random(std::uint64_t seed) {
        for (std::uint64_t &word : state_) {
            seed += 0x9e3779b97f4a7c15;
            std::uint64_t z = seed;
            z = (z ^ (z >> 30)) * 0xbf58476d1ce4e5b9;
            z = (z ^ (z >> 27)) * 0x94d049bb133111eb;
            word = z ^ (z >> 31);
        }
    }

    std::uint64_t next() {
        const std::uint64_t result = std::rotl(state_[1] * 5, 7) * 9;
        const std::uint64_t t = state_[1] << 17;
        state_[2] ^= state_[0];
        state_[3] ^= state_[1];
        state_[1] ^= state_[2];
        state_[0] ^= state_[3];
        state_[2] ^= t;
        state_[3] = std::rotl(state_[3], 45);
        return result;
    }

    // Uniform in [0, bound), bound > 0.
    std::uint64_t below(std::uint64_t bound) {
        __extension__ using Wide = unsigned __int128;
        Wide product = static_cast<Wide>(next()) * bound;
        if (static_cast<std::uint64_t>(product) < bound) {
            const std::uint64_t threshold = -bound % bound;
            while (static_cast<std::uint64_t>(product) < threshold)
                product = static_cast<Wide>(next()) * bound;
        }
        return static_cast<std::uint64_t>(product >> 64);
    }

    // Uniform in [low, high], low <= high.
    std::int64_t between(std::int64_t low, std::int64_t high) {
        const std::uint64_t span = static_cast<std::uint64_t>(high) - static_cast<std::uint64_t>(low);
        const std::uint64_t offset = span == UINT64_MAX ? next() : below(span + 1);
        return static_cast<std::int64_t>(static_cast<std::uint64_t>(low) + offset);
    }

  private:
    std::uint64_t state_[4];
};

} // namespace iron
