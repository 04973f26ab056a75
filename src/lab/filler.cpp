#include "lab/filler.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <sstream>
#include <stdexcept>

#include "core/error.h"
#include "core/words.h"
#include "lab/interrupt.h"

namespace iron {

void Writer::text(std::string_view text) {
    if (buffer_.size() + text.size() > room) flush();
    if (text.size() > room)
        put_(text);
    else
        buffer_.append(text);
}

void Writer::number(std::int64_t value) {
    char digits[24];
    text({digits, std::to_chars(digits, digits + sizeof digits, value).ptr});
}

void Writer::flush() {
    if (!buffer_.empty()) put_(buffer_);
    buffer_.clear();
}

const std::map<std::string, Filler::Call> &Filler::calls() {
    static const std::map<std::string, Call> all = {
        {"integer", &Filler::integer},
        {"divisor", &Filler::divisor},
        {"integers", &Filler::integers},
        {"distinct", &Filler::distinct},
        {"multiples", &Filler::multiples},
        {"parts", &Filler::parts},
        {"permutation", &Filler::permutation},
        {"rising", &Filler::ordered},
        {"strictly_rising", &Filler::strictly_rising},
        {"falling", &Filler::ordered},
        {"almost_rising", &Filler::almost_rising},
        {"repeated", &Filler::repeated},
        {"counting", &Filler::counting},
        {"alternating", &Filler::repeated},
        {"letters", &Filler::letters},
        {"grid", &Filler::grid},
        {"rows", &Filler::rows},
        {"sorted_rows", &Filler::sorted_rows},
        {"tree", &Filler::tree},
        {"graph", &Filler::graph},
        {"connected", &Filler::graph},
        {"acyclic", &Filler::graph},
    };
    return all;
}

void Filler::fill(const Template &text, Tape *record) {
    const Tape *const old_tape = old_tape_;
    std::size_t number = 0;
    for (const TemplatePart &part : text.parts) {
        if (part.kind == TemplatePart::Kind::text) {
            out_->text(part.text);
            continue;
        }
        if (part.kind == TemplatePart::Kind::expression) {
            value(part);
            continue;
        }
        old_ = old_tape && number < old_tape->calls.size() ? &old_tape->calls[number] : nullptr;
        ++number;
        record_ = record ? &record->calls.emplace_back() : nullptr;
        if (part.kind == TemplatePart::Kind::argument) {
            argument(part);
            continue;
        }
        const auto call = calls().find(part.text);
        if (call == calls().end()) throw std::logic_error("no way to fill " + part.text + "()");
        (this->*call->second)(part);
    }
}

// Made as the template says, then laid out as a value of its type.
void Filler::argument(const TemplatePart &part) {
    std::string made;
    Writer *const out = out_;
    Writer held([&](std::string_view piece) {
        made += piece;
        if (static_cast<std::int64_t>(made.size()) > most_bytes_) refuse_length();
    });
    out_ = &held;
    const Tape *const old_tape = old_tape_;
    old_tape_ = old_ && !old_->rows.empty() ? &old_->rows.front() : nullptr;
    in_whole_ = !part.type.holds(Type::Kind::real);
    fill(part.inner, record_ ? &record_->rows.emplace_back() : nullptr);
    in_whole_ = false;
    old_tape_ = old_tape;
    held.flush();
    out_ = out;
    try {
        out_->text(text_of_value(part.type, made));
    } catch (const Error &error) {
        refuse(error.findings()[0].message);
    }
}

void Filler::refuse_length() const {
    refuse("its text is longer than " + bytes_text(static_cast<double>(most_bytes_)),
           "[limits] input = \"2 GiB\" allows more; or let the sizes end sooner: to = …");
}

void Filler::refuse(const std::string &what, const std::string &advice) const {
    std::string at;
    for (const auto &[name, value] : sizes_)
        at += fmt::format("{}{}={:.0f}", at.empty() ? "" : " ", name, value);
    throw Error(Category::usage, fmt::format("the shape '{}' can't be made at {}: {}", shape_.name, at, what),
                advice);
}

std::int64_t Filler::whole(const Expression &expression, const std::string &what) const {
    const long double value = std::floor(evaluate(expression, values_));
    if (!(value >= -9.2233720368547758e18L && value <= 9.223372036854775807e18L))
        refuse(what + " is no 64-bit number");
    return static_cast<std::int64_t>(value);
}

std::int64_t Filler::count_of(const TemplatePart &part) const {
    const std::int64_t count = whole(part.arguments[0], "the count of " + part.text + "()");
    if (count < 0) refuse(fmt::format("{}() is to make {} things", part.text, count));
    // Numbers have something between them; letters have not, and rows may be empty.
    const int least = part.text == "letters" || part.text.ends_with("rows") ? 1 : 2;
    if (count > most_bytes_ / least) refuse_length();
    return count;
}

Filler::Range Filler::range(const TemplatePart &part, std::size_t low) const {
    const Range range{whole(part.arguments[low], "low"), whole(part.arguments[low + 1], "high")};
    if (range.low > range.high)
        refuse(fmt::format("{}() goes from {} to {}", part.text, range.low, range.high));
    return range;
}

void Filler::value(const TemplatePart &part) {
    const long double value = evaluate(part.arguments[0], values_);
    name_value(part, static_cast<double>(value));
    if (part.is_printed) plain_number(in_whole_ ? std::floor(value) : value);
}

void Filler::name_value(const TemplatePart &part, double value) {
    if (part.name.empty()) return;
    constexpr double exact = 9007199254740992.0; // 2^53
    if (!(std::abs(value) <= exact)) refuse(fmt::format("'{}' is too large to be used again", part.name));
    values_[part.name] = value;
}

void Filler::plain_number(long double value) {
    if (value == std::floor(value) && std::abs(value) < 9.2e18L)
        out_->number(static_cast<std::int64_t>(value));
    else
        out_->text(fmt::format("{:.12g}", value));
}

void Filler::number(const TemplatePart &part, std::int64_t value) {
    name_value(part, static_cast<double>(value));
    if (part.is_printed) out_->number(value);
}

std::optional<std::size_t> Filler::place_on_tape(std::size_t length, std::int64_t i,
                                                 std::int64_t count) const {
    const auto wanted = static_cast<std::size_t>(count), at = static_cast<std::size_t>(i);
    const std::size_t gone = length > wanted ? length - wanted : 0;
    const std::size_t place = gone > 0 && at >= std::min(cut_, wanted) ? at + gone : at;
    if (place >= length) return std::nullopt;
    return place;
}

std::int64_t Filler::drawn(Range range, std::int64_t i, std::int64_t count) {
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

std::int64_t Filler::drawn_anew(Range range) {
    stop_if_interrupted();
    if (draw_ == Draw::lowest) return range.low;
    if (draw_ == Draw::highest) return range.high;
    if (draw_ == Draw::random) return random_.between(range.low, range.high);
    if (!equal_) equal_ = random_.between(range.low, range.high);
    return std::clamp(*equal_, range.low, range.high);
}

std::optional<Filler::Numbers> Filler::kept_of_tape(std::int64_t count) const {
    if (!old_ || old_->values.size() < static_cast<std::size_t>(count)) return std::nullopt;
    Numbers kept;
    for (std::int64_t i = 0; i < count; ++i)
        kept.push_back(old_->values[*place_on_tape(old_->values.size(), i, count)]);
    return kept;
}

namespace {

// Words as numbers where both are, else as text.
bool reads_before(const std::string &a, const std::string &b) {
    std::istringstream first(a), second(b);
    std::string x, y;
    while (first >> x) {
        if (!(second >> y)) return false;
        double p = 0, q = 0;
        const bool numbers = std::from_chars(x.data(), x.data() + x.size(), p).ptr == x.data() + x.size() &&
                             std::from_chars(y.data(), y.data() + y.size(), q).ptr == y.data() + y.size();
        if (numbers ? p != q : x != y) return numbers ? p < q : x < y;
    }
    return static_cast<bool>(second >> y);
}

} // namespace

void Filler::shuffle(Numbers &numbers) {
    for (std::size_t i = numbers.size(); i > 1; --i) {
        stop_if_interrupted();
        std::swap(numbers[i - 1], numbers[random_.below(i)]);
    }
}

void Filler::line_of(std::int64_t count, const std::function<std::int64_t(std::int64_t)> &number_at) {
    for (std::int64_t i = 0; i < count; ++i) {
        if (i) out_->text(" ");
        out_->number(number_at(i));
    }
}

void Filler::list(const Numbers &numbers) {
    if (record_) record_->values = numbers;
    line_of(static_cast<std::int64_t>(numbers.size()), [&](std::int64_t i) { return numbers[i]; });
}

void Filler::pair(std::int64_t a, std::int64_t b) {
    out_->number(a);
    out_->text(" ");
    out_->number(b);
}

void Filler::letters(const TemplatePart &part) {
    const std::int64_t count = count_of(part);
    const Range r{0, static_cast<std::int64_t>(part.letters.size()) - 1};
    for (std::int64_t i = 0; i < count; ++i)
        out_->text({&part.letters[drawn(r, i, count)], 1});
}

void Filler::grid(const TemplatePart &part) {
    const std::int64_t rows = count_of(part), columns = whole(part.arguments[1], "the columns of grid()");
    if (columns < 0) refuse(fmt::format("grid() is to have {} columns", columns));
    const Range r{0, static_cast<std::int64_t>(part.letters.size()) - 1};
    for (std::int64_t row = 0; row < rows; ++row) {
        if (row) out_->text("\n");
        for (std::int64_t i = 0; i < columns; ++i)
            out_->text({&part.letters[drawn(r, row * columns + i, rows * columns)], 1});
    }
}

void Filler::each_row(const TemplatePart &part, const std::function<void(std::int64_t)> &before) {
    const std::int64_t count = count_of(part);
    CallTape *const record = record_;
    const CallTape *const old = old_;
    const Tape *const old_tape = old_tape_;
    if (record) record->rows.reserve(static_cast<std::size_t>(count));
    for (std::int64_t i = 0; i < count; ++i) {
        before(i);
        std::optional<std::size_t> place;
        if (old) place = place_on_tape(old->rows.size(), i, count);
        old_tape_ = place ? &old->rows[*place] : nullptr;
        fill(part.inner, record ? &record->rows.emplace_back() : nullptr);
    }
    old_tape_ = old_tape;
}

void Filler::rows(const TemplatePart &part) {
    each_row(part, [&](std::int64_t row) {
        if (row) out_->text("\n");
    });
}

void Filler::sorted_rows(const TemplatePart &part) {
    std::vector<std::string> rows;
    Writer *const out = out_;
    std::int64_t written = 0;
    Writer held([&](std::string_view piece) {
        rows.back() += piece;
        if ((written += static_cast<std::int64_t>(piece.size())) > most_bytes_) refuse_length();
    });
    out_ = &held;
    each_row(part, [&](std::int64_t) {
        held.flush();
        rows.emplace_back();
    });
    held.flush();
    out_ = out;
    std::stable_sort(rows.begin(), rows.end(), reads_before);
    for (std::size_t i = 0; i < rows.size(); ++i) {
        if (i) out_->text("\n");
        out_->text(rows[i]);
    }
}

} // namespace iron
