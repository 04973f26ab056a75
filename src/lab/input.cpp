#include "lab/input.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <numeric>
#include <stdexcept>
#include <unordered_set>
#include <xxhash.h>

#include "core/random.h"

namespace iron {

namespace {

class Writer {
  public:
    explicit Writer(const std::function<void(std::string_view)> &put) : put_(put) { buffer_.reserve(room); }
    void text(std::string_view text) {
        if (buffer_.size() + text.size() > room) flush();
        if (text.size() > room)
            put_(text);
        else
            buffer_.append(text);
    }
    void number(std::int64_t value) {
        char digits[24];
        text({digits, std::to_chars(digits, digits + sizeof digits, value).ptr});
    }
    void flush() {
        if (!buffer_.empty()) put_(buffer_);
        buffer_.clear();
    }

  private:
    static constexpr std::size_t room = 1 << 16;
    const std::function<void(std::string_view)> &put_;
    std::string buffer_;
};

class Filler {
  public:
    Filler(const Shape &shape, const Sizes &sizes, std::uint64_t seed, Draw draw, Writer &out)
        : shape_(shape), sizes_(sizes), random_(seed), draw_(draw), out_(out) {}

    void replay(const Tape &tape, std::size_t cut) {
        old_tape_ = &tape;
        cut_ = cut;
    }

    // `record`: null, or where to take down what is drawn.
    void fill(const Template &text, Tape *record) {
        const Tape *const old_tape = old_tape_;
        std::size_t number = 0;
        for (const TemplatePart &part : text.parts) {
            if (part.kind == TemplatePart::Kind::call) {
                old_ = old_tape && number < old_tape->calls.size() ? &old_tape->calls[number] : nullptr;
                ++number;
                CallTape *taken = nullptr;
                if (record) taken = &record->calls.emplace_back();
                record_ = taken;
            }
            if (part.kind == TemplatePart::Kind::text)
                out_.text(part.text);
            else if (part.kind == TemplatePart::Kind::expression)
                plain_number(evaluate(part.arguments[0], sizes_));
            else
                call(part);
        }
    }

  private:
    [[noreturn]] void refuse(const std::string &what) const {
        std::string at;
        for (const auto &[name, value] : sizes_)
            at += fmt::format("{}{}={:.0f}", at.empty() ? "" : " ", name, value);
        throw Error(Category::usage,
                    fmt::format("the shape '{}' can't be made at {}: {}", shape_.name, at, what),
                    "mend its template, or the range of the sizes");
    }

    std::int64_t whole(const Expression &expression, const std::string &what) const {
        const long double value = std::floor(evaluate(expression, sizes_));
        if (!(value >= -9.2233720368547758e18L && value <= 9.223372036854775807e18L))
            refuse(what + " is no 64-bit number");
        return static_cast<std::int64_t>(value);
    }

    void plain_number(long double value) {
        if (value == std::floor(value) && std::abs(value) < 9.2e18L)
            out_.number(static_cast<std::int64_t>(value));
        else
            out_.text(fmt::format("{:.12g}", value));
    }

    struct Range {
        std::int64_t low, high;
    };
    Range range(const TemplatePart &part) const {
        const Range range{whole(part.arguments[1], "low"), whole(part.arguments[2], "high")};
        if (range.low > range.high)
            refuse(fmt::format("{}() goes from {} to {}", part.text, range.low, range.high));
        return range;
    }
    // Where the thing `i` of `count` stood on the tape, things from `cut_` on being left out.
    std::optional<std::size_t> place_on_tape(std::size_t length, std::int64_t i, std::int64_t count) const {
        const auto wanted = static_cast<std::size_t>(count), at = static_cast<std::size_t>(i);
        const std::size_t gone = length > wanted ? length - wanted : 0;
        const std::size_t place = gone > 0 && at >= std::min(cut_, wanted) ? at + gone : at;
        if (place >= length) return std::nullopt;
        return place;
    }

    std::int64_t drawn(Range range, std::int64_t i, std::int64_t count) {
        std::optional<std::size_t> place;
        if (old_) place = place_on_tape(old_->values.size(), i, count);
        const std::int64_t value =
            place ? std::clamp(old_->values[*place], range.low, range.high) : drawn_anew(range);
        if (record_) {
            record_->free = true;
            record_->values.push_back(value);
        }
        return value;
    }

    std::int64_t drawn_anew(Range range) {
        if (draw_ == Draw::lowest) return range.low;
        if (draw_ == Draw::highest) return range.high;
        if (draw_ == Draw::random) return random_.between(range.low, range.high);
        if (!equal_) equal_ = random_.between(range.low, range.high);
        return std::clamp(*equal_, range.low, range.high);
    }

    // Of a list that hangs together what the tape keeps of it; nothing where it holds too little.
    std::optional<std::vector<std::int64_t>> kept_of_tape(std::int64_t count) const {
        if (!old_ || old_->values.size() < static_cast<std::size_t>(count)) return std::nullopt;
        std::vector<std::int64_t> kept;
        for (std::int64_t i = 0; i < count; ++i)
            kept.push_back(old_->values[*place_on_tape(old_->values.size(), i, count)]);
        return kept;
    }
    // 1 to count in the order of the numbers given.
    static std::vector<std::int64_t> ranks(const std::vector<std::int64_t> &numbers) {
        std::vector<std::int64_t> sorted = numbers, ranks;
        std::sort(sorted.begin(), sorted.end());
        for (const std::int64_t number : numbers)
            ranks.push_back(1 + (std::lower_bound(sorted.begin(), sorted.end(), number) - sorted.begin()));
        return ranks;
    }

    // On one line, a blank between.
    void line_of(std::int64_t count, const auto &number_at) {
        for (std::int64_t i = 0; i < count; ++i) {
            if (i) out_.text(" ");
            out_.number(number_at(i));
        }
    }

    void list(const std::vector<std::int64_t> &numbers) {
        if (record_) record_->values = numbers;
        line_of(static_cast<std::int64_t>(numbers.size()), [&](std::int64_t i) { return numbers[i]; });
    }

    std::vector<std::int64_t> one_to(std::int64_t count) const {
        std::vector<std::int64_t> numbers(count);
        std::iota(numbers.begin(), numbers.end(), 1);
        return numbers;
    }
    void shuffle(std::vector<std::int64_t> &numbers) {
        for (std::size_t i = numbers.size(); i > 1; --i)
            std::swap(numbers[i - 1], numbers[random_.below(i)]);
    }

    void call(const TemplatePart &part) {
        const std::int64_t count = whole(part.arguments[0], "the count of " + part.text + "()");
        if (count < 0) refuse(fmt::format("{}() is to make {} things", part.text, count));
        if (part.text == "integers") {
            const Range r = range(part);
            line_of(count, [&](std::int64_t i) { return drawn(r, i, count); });
        } else if (part.text == "distinct")
            list(distinct_from(count, range(part)));
        else if (part.text == "permutation") {
            std::vector<std::int64_t> numbers = one_to(count);
            if (const auto kept = kept_of_tape(count))
                numbers = ranks(*kept);
            else
                shuffle(numbers);
            list(numbers);
        } else if (part.text == "rising" || part.text == "falling") {
            const Range r = range(part);
            std::vector<std::int64_t> numbers(count);
            for (std::int64_t i = 0; i < count; ++i)
                numbers[i] = drawn(r, i, count);
            std::sort(numbers.begin(), numbers.end());
            if (part.text == "falling") std::reverse(numbers.begin(), numbers.end());
            list(numbers);
        } else if (part.text == "almost_rising") {
            std::vector<std::int64_t> numbers = one_to(count);
            const std::int64_t swaps = count > 1 ? whole(part.arguments[1], "swaps") : 0;
            if (const auto kept = kept_of_tape(count))
                numbers = ranks(*kept);
            else
                for (std::int64_t i = 0; i < swaps; ++i)
                    std::swap(numbers[random_.below(count)], numbers[random_.below(count)]);
            list(numbers);
        } else if (part.text == "repeated" || part.text == "alternating") {
            const std::int64_t first = whole(part.arguments[1], "the value");
            const std::int64_t second = whole(part.arguments.back(), "the second value");
            line_of(count, [&](std::int64_t i) { return i % 2 ? second : first; });
        } else if (part.text == "counting") {
            const std::int64_t first = whole(part.arguments[1], "the first number");
            line_of(count, [&](std::int64_t i) { return first + i; });
        } else if (part.text == "letters")
            letters(count, part.letters);
        else if (part.text == "rows") {
            rows(part.inner, count);
        } else if (part.text == "tree") {
            for (std::int64_t child = 2; child <= count; ++child) {
                if (child > 2) out_.text("\n");
                pair(drawn({1, child - 1}, child - 2, count - 1), child);
            }
        } else if (part.text == "graph")
            graph(count, whole(part.arguments[1], "edges"));
        else
            throw std::logic_error("no way to fill " + part.text + "()");
    }

    void rows(const Template &inner, std::int64_t count) {
        CallTape *const record = record_;
        const CallTape *const old = old_;
        const Tape *const old_tape = old_tape_;
        if (record) record->rows.reserve(static_cast<std::size_t>(count));
        for (std::int64_t i = 0; i < count; ++i) {
            if (i) out_.text("\n");
            std::optional<std::size_t> place;
            if (old) place = place_on_tape(old->rows.size(), i, count);
            old_tape_ = place ? &old->rows[*place] : nullptr;
            fill(inner, record ? &record->rows.emplace_back() : nullptr);
        }
        old_tape_ = old_tape;
    }

    void pair(std::int64_t a, std::int64_t b) {
        out_.number(a);
        out_.text(" ");
        out_.number(b);
    }

    void letters(std::int64_t count, const std::string &alphabet) {
        const Range r{0, static_cast<std::int64_t>(alphabet.size()) - 1};
        for (std::int64_t i = 0; i < count; ++i)
            out_.text({&alphabet[drawn(r, i, count)], 1});
    }

    std::vector<std::int64_t> distinct_from(std::int64_t count, Range r) {
        if (auto kept = kept_of_tape(count))
            if (std::all_of(kept->begin(), kept->end(),
                            [&](std::int64_t x) { return r.low <= x && x <= r.high; }))
                return *kept;
        return distinct(count, r);
    }

    std::vector<std::int64_t> distinct(std::int64_t count, Range r) {
        const std::uint64_t span = static_cast<std::uint64_t>(r.high) - static_cast<std::uint64_t>(r.low);
        if (count > 0 && static_cast<std::uint64_t>(count) - 1 > span)
            refuse(fmt::format("{} different numbers from {} to {}", count, r.low, r.high));
        std::vector<std::int64_t> numbers;
        if (span < 4 * static_cast<std::uint64_t>(count)) {
            numbers.resize(span + 1);
            std::iota(numbers.begin(), numbers.end(), r.low);
            for (std::int64_t i = 0; i < count; ++i)
                std::swap(numbers[i], numbers[i + random_.below(numbers.size() - i)]);
            numbers.resize(count);
        } else {
            std::unordered_set<std::int64_t> seen;
            while (static_cast<std::int64_t>(numbers.size()) < count) {
                const std::int64_t number = random_.between(r.low, r.high);
                if (seen.insert(number).second) numbers.push_back(number);
            }
        }
        return numbers;
    }

    void graph(std::int64_t nodes, std::int64_t edges) {
        const long double most = static_cast<long double>(nodes) * (nodes - 1) / 2;
        if (edges < 0 || edges > most) refuse(fmt::format("{} edges between {} nodes", edges, nodes));
        // Edges by their number in the list of all pairs a < b, so that none comes twice; on the tape with
        // the order of the pair in the last bit.
        const Range all{0, static_cast<std::int64_t>(most) - 1};
        std::vector<std::int64_t> chosen;
        std::vector<bool> turned;
        const auto kept = kept_of_tape(edges);
        if (kept &&
            std::all_of(kept->begin(), kept->end(), [&](std::int64_t x) { return x / 2 <= all.high; }))
            for (const std::int64_t edge : *kept)
                chosen.push_back(edge / 2), turned.push_back(edge % 2 != 0);
        else {
            chosen = distinct(edges, all);
            for (std::size_t i = 0; i < chosen.size(); ++i)
                turned.push_back(random_.below(2) == 0);
        }
        for (std::size_t i = 0; i < chosen.size(); ++i) {
            if (record_) record_->values.push_back(2 * chosen[i] + turned[i]);
            // The largest b with b (b - 1) / 2 <= number, b counted from 0.
            std::int64_t b = static_cast<std::int64_t>((1 + std::sqrt(1 + 8.0L * chosen[i])) / 2);
            while (b * (b - 1) / 2 > chosen[i])
                --b;
            while ((b + 1) * b / 2 <= chosen[i])
                ++b;
            if (i) out_.text("\n");
            const std::int64_t a = chosen[i] - b * (b - 1) / 2;
            turned[i] ? pair(b + 1, a + 1) : pair(a + 1, b + 1);
        }
    }

    const Shape &shape_;
    const Sizes &sizes_;
    Random random_;
    Draw draw_;
    Writer &out_;
    std::optional<std::int64_t> equal_;
    const Tape *old_tape_ = nullptr;
    std::size_t cut_ = 0;
    const CallTape *old_ = nullptr; // of the call that is being filled
    CallTape *record_ = nullptr;
};

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
