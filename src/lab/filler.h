// Fills templates: what draws, what replays a tape, and every call that templates know.
#pragma once

#include <functional>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/random.h"
#include "study/lab.h"

namespace iron {

// Gathers text into pieces of up to 64 KiB.
class Writer {
  public:
    explicit Writer(std::function<void(std::string_view)> put) : put_(std::move(put)) {
        buffer_.reserve(room);
    }
    void text(std::string_view text);
    void number(std::int64_t value);
    void flush();

  private:
    static constexpr std::size_t room = 1 << 16;
    std::function<void(std::string_view)> put_;
    std::string buffer_;
};

class Filler {
  public:
    Filler(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw, Writer &out,
           std::int64_t most_bytes)
        : shape_(shape), sizes_(sizes), values_(sizes), random_(seed), draw_(draw), out_(&out),
          most_bytes_(most_bytes) {}

    void replay(const Tape &tape, std::size_t cut) {
        old_tape_ = &tape;
        cut_ = cut;
    }
    // `record`: null, or where to take down what is drawn.
    void fill(const Template &text, Tape *record);
    // Throws: the text is longer than it may be.
    [[noreturn]] void refuse_length() const;

  private:
    using Numbers = std::vector<std::int64_t>;
    struct Range {
        std::int64_t low, high;
    };
    using Call = void (Filler::*)(const TemplatePart &);
    static const std::map<std::string, Call> &calls();

    [[noreturn]] void
    refuse(const std::string &what,
           const std::string &advice = "mend its template, or the range of the sizes") const;
    std::int64_t whole(const Expression &expression, const std::string &what) const;
    // The first argument, which says how many things a call makes.
    std::int64_t count_of(const TemplatePart &part) const;
    Range range(const TemplatePart &part, std::size_t low = 1) const; // from that argument and the next

    void value(const TemplatePart &part);
    void name_value(const TemplatePart &part, double value);
    void plain_number(long double value);
    void number(const TemplatePart &part, std::int64_t value);
    // On one line, a blank between.
    void line_of(std::int64_t count, const std::function<std::int64_t(std::int64_t)> &number_at);
    void list(const Numbers &numbers);
    void pair(std::int64_t a, std::int64_t b);

    // Where the thing `i` of `count` stood on the tape, things from `cut_` on being left out.
    std::optional<std::size_t> place_on_tape(std::size_t length, std::int64_t i, std::int64_t count) const;
    // Of a list that hangs together what the tape keeps of it; nothing where it holds too little.
    std::optional<Numbers> kept_of_tape(std::int64_t count) const;
    std::int64_t drawn(Range range, std::int64_t i, std::int64_t count);
    std::int64_t drawn_anew(Range range);
    void shuffle(Numbers &numbers);
    Numbers distinct_from(std::int64_t count, Range range); // of the tape, else drawn
    Numbers distinct(std::int64_t count, Range range);

    void integer(const TemplatePart &part);
    void divisor(const TemplatePart &part);
    void integers(const TemplatePart &part);
    void distinct(const TemplatePart &part);
    void multiples(const TemplatePart &part);
    void parts(const TemplatePart &part);
    void permutation(const TemplatePart &part);
    void ordered(const TemplatePart &part); // rising, falling
    void strictly_rising(const TemplatePart &part);
    void almost_rising(const TemplatePart &part);
    void repeated(const TemplatePart &part); // alternating too
    void counting(const TemplatePart &part);
    void letters(const TemplatePart &part);
    void grid(const TemplatePart &part);
    void rows(const TemplatePart &part);
    void sorted_rows(const TemplatePart &part);
    void argument(const TemplatePart &part);
    // What each row reads, by turns.
    void each_row(const TemplatePart &part, const std::function<void(std::int64_t row)> &before);

    void tree(const TemplatePart &part);
    void graph(const TemplatePart &part); // connected and acyclic too
    struct Edges;
    Edges kept_edges(const TemplatePart &part, std::int64_t nodes, std::int64_t count) const;
    Edges drawn_edges(const TemplatePart &part, std::int64_t nodes, std::int64_t count);

    const Shape &shape_;
    const Sizes &sizes_;
    Sizes values_;          // of the sizes, and of what was named
    bool in_whole_ = false; // numbers are rounded down: they go into an argument without reals
    Random random_;
    Draw draw_;
    Writer *out_;
    std::int64_t most_bytes_;
    std::optional<std::int64_t> equal_;
    const Tape *old_tape_ = nullptr;
    std::size_t cut_ = 0;
    const CallTape *old_ = nullptr; // of the call that is being filled
    CallTape *record_ = nullptr;
};

} // namespace iron
