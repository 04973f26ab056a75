#include "lab/input.h"

#include <fmt/format.h>
#include <xxhash.h>

#include "lab/filler.h"

namespace iron {

namespace {

std::uint64_t mixed_seed(const Shape &shape, const Sizes &sizes, std::uint64_t seed) {
    std::string identity = shape.name;
    for (const auto &[name, value] : sizes)
        identity += fmt::format(" {}={:.0f}", name, value);
    return XXH3_64bits_withSeed(identity.data(), identity.size(), seed);
}

} // namespace

void fill_template(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw,
                   const std::function<void(std::string_view)> &put, Tape *record) {
    Writer out(put);
    Filler(shape, sizes, mixed_seed(shape, sizes, seed), draw, out).fill(*shape.text, record);
    out.flush();
}

void replay_template(const Shape &shape, const Sizes &sizes, const Tape &tape, std::size_t cut,
                     const std::function<void(std::string_view)> &put, Tape *record) {
    Writer out(put);
    Filler filler(shape, sizes, mixed_seed(shape, sizes, 0), Draw::random, out);
    filler.replay(tape, cut);
    filler.fill(*shape.text, record);
    out.flush();
}

} // namespace iron
