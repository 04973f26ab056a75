// Inputs that were tried: where little or nothing is drawn, seeds and draws make the same one again.
#pragma once

#include <set>
#include <string>
#include <tuple>

#include "records/digest.h"
#include "study/lab.h"

namespace iron {

class TriedInputs {
  public:
    explicit TriedInputs(Inputs &inputs) : inputs_(inputs) {}

    // Whether it is the first of that text at that place; large ones are taken for it unread.
    bool is_new(const std::string &shape, const Sizes &sizes, const Input &input) {
        if (input.bytes > read_bytes) return true;
        return tried_.emplace(shape, sizes, hex_digest(inputs_.text(input))).second;
    }

  private:
    static constexpr std::uint64_t read_bytes = 64 << 10;
    Inputs &inputs_;
    std::set<std::tuple<std::string, Sizes, std::string>> tried_; // shape, sizes, the text's digest
};

} // namespace iron
