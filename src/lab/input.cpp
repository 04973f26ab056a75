#include "lab/input.h"

#include <fmt/format.h>
#include <xxhash.h>

#include "lab/filler.h"
#include "lab/interrupt.h"

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
                   const std::function<void(std::string_view)> &put, Tape *record, std::int64_t most_bytes) {
    std::int64_t written = 0;
    const Filler *asks = nullptr;
    Writer out([&](std::string_view piece) {
        stop_if_interrupted();
        written += static_cast<std::int64_t>(piece.size());
        if (written > most_bytes) asks->refuse_length();
        put(piece);
    });
    Filler filler(shape, sizes, mixed_seed(shape, sizes, seed), draw, out, most_bytes);
    asks = &filler;
    filler.fill(*shape.text, record);
    out.flush();
}

void replay_template(const Shape &shape, const Sizes &sizes, const Tape &tape, std::size_t cut,
                     const std::function<void(std::string_view)> &put, Tape *record) {
    Writer out(put);
    Filler filler(shape, sizes, mixed_seed(shape, sizes, 0), Draw::random, out, Limits().input_bytes);
    filler.replay(tape, cut);
    filler.fill(*shape.text, record);
    out.flush();
}

} // namespace iron
