// Numbers that templates call for.
#include <algorithm>
#include <fmt/format.h>
#include <numeric>
#include <unordered_set>

#include "lab/filler.h"
#include "lab/interrupt.h"

namespace iron {

namespace {

// An interrupt ends it.
void sort_numbers(std::vector<std::int64_t> &numbers) {
    std::sort(numbers.begin(), numbers.end(), [](std::int64_t a, std::int64_t b) {
        stop_if_interrupted();
        return a < b;
    });
}

std::vector<std::int64_t> one_to(std::int64_t count) {
    std::vector<std::int64_t> numbers(count);
    std::iota(numbers.begin(), numbers.end(), 1);
    return numbers;
}

// 1 to count in the order of the numbers given.
std::vector<std::int64_t> ranks(const std::vector<std::int64_t> &numbers) {
    std::vector<std::int64_t> sorted = numbers, ranks;
    sort_numbers(sorted);
    for (const std::int64_t number : numbers)
        ranks.push_back(1 + (std::lower_bound(sorted.begin(), sorted.end(), number) - sorted.begin()));
    return ranks;
}

std::int64_t floor_divided(std::int64_t a, std::int64_t b) {
    return a / b - (a % b != 0 && (a < 0) != (b < 0));
}

} // namespace

void Filler::integer(const TemplatePart &part) { number(part, drawn(range(part, 0), 0, 1)); }

void Filler::divisor(const TemplatePart &part) {
    constexpr std::int64_t largest = 1'000'000'000'000; // its divisors are sought one by one
    const std::int64_t of = whole(part.arguments[0], "the number of divisor()");
    if (of < 1 || of > largest)
        refuse(fmt::format("divisor() of {}: it has to be from 1 to {}", of, largest));
    Numbers small, large;
    for (std::int64_t i = 1; i * i <= of; ++i)
        if (of % i == 0) {
            small.push_back(i);
            if (i * i < of) large.push_back(of / i);
        }
    small.insert(small.end(), large.rbegin(), large.rend());
    number(part, small[drawn({0, static_cast<std::int64_t>(small.size()) - 1}, 0, 1)]);
}

void Filler::integers(const TemplatePart &part) {
    const std::int64_t count = count_of(part);
    const Range r = range(part);
    line_of(count, [&](std::int64_t i) { return drawn(r, i, count); });
}

void Filler::distinct(const TemplatePart &part) { list(distinct_from(count_of(part), range(part))); }

void Filler::multiples(const TemplatePart &part) {
    const std::int64_t count = count_of(part), of = whole(part.arguments[1], "what multiples() are of");
    const Range r = range(part, 2);
    if (of < 1) refuse(fmt::format("multiples() of {}", of));
    const Range times{-floor_divided(-r.low, of), floor_divided(r.high, of)};
    if (count > 0 && times.low > times.high)
        refuse(fmt::format("no multiple of {} lies from {} to {}", of, r.low, r.high));
    line_of(count, [&](std::int64_t i) { return of * drawn(times, i, count); });
}

void Filler::parts(const TemplatePart &part) {
    const std::int64_t count = count_of(part), sum = whole(part.arguments[1], "the sum of parts()");
    if (sum < count || (count == 0 && sum > 0))
        refuse(fmt::format("{} numbers from 1 on that add up to {}", count, sum));
    if (count == 0) return;
    Numbers cuts = count > 1 ? distinct_from(count - 1, {1, sum - 1}) : Numbers{};
    if (record_) record_->values = cuts;
    sort_numbers(cuts);
    cuts.push_back(sum);
    line_of(count, [&](std::int64_t i) { return cuts[i] - (i > 0 ? cuts[i - 1] : 0); });
}

void Filler::permutation(const TemplatePart &part) {
    const std::int64_t count = count_of(part);
    Numbers numbers = one_to(count);
    if (const auto kept = kept_of_tape(count))
        numbers = ranks(*kept);
    else
        shuffle(numbers);
    list(numbers);
}

void Filler::ordered(const TemplatePart &part) {
    const std::int64_t count = count_of(part);
    const Range r = range(part);
    Numbers numbers(count);
    for (std::int64_t i = 0; i < count; ++i)
        numbers[i] = drawn(r, i, count);
    sort_numbers(numbers);
    if (part.text == "falling") std::reverse(numbers.begin(), numbers.end());
    list(numbers);
}

void Filler::strictly_rising(const TemplatePart &part) {
    Numbers numbers = distinct_from(count_of(part), range(part));
    sort_numbers(numbers);
    list(numbers);
}

void Filler::almost_rising(const TemplatePart &part) {
    const std::int64_t count = count_of(part);
    Numbers numbers = one_to(count);
    const std::int64_t swaps = count > 1 ? whole(part.arguments[1], "swaps") : 0;
    if (const auto kept = kept_of_tape(count))
        numbers = ranks(*kept);
    else
        for (std::int64_t i = 0; i < swaps; ++i, stop_if_interrupted())
            std::swap(numbers[random_.below(count)], numbers[random_.below(count)]);
    list(numbers);
}

void Filler::repeated(const TemplatePart &part) {
    const std::int64_t first = whole(part.arguments[1], "the value");
    const std::int64_t second = whole(part.arguments.back(), "the second value");
    line_of(count_of(part), [&](std::int64_t i) { return i % 2 ? second : first; });
}

void Filler::counting(const TemplatePart &part) {
    const std::int64_t first = whole(part.arguments[1], "the first number");
    line_of(count_of(part), [&](std::int64_t i) { return first + i; });
}

Filler::Numbers Filler::distinct_from(std::int64_t count, Range r) {
    if (auto kept = kept_of_tape(count)) {
        const auto in_range = [&](std::int64_t x) { return r.low <= x && x <= r.high; };
        if (std::all_of(kept->begin(), kept->end(), in_range)) return *kept;
    }
    return distinct(count, r);
}

Filler::Numbers Filler::distinct(std::int64_t count, Range r) {
    const std::uint64_t span = static_cast<std::uint64_t>(r.high) - static_cast<std::uint64_t>(r.low);
    if (count > 0 && static_cast<std::uint64_t>(count) - 1 > span)
        refuse(fmt::format("{} different numbers from {} to {}", count, r.low, r.high));
    Numbers numbers;
    if (span < 4 * static_cast<std::uint64_t>(count)) {
        numbers.resize(span + 1);
        std::iota(numbers.begin(), numbers.end(), r.low);
        for (std::int64_t i = 0; i < count; ++i) {
            stop_if_interrupted();
            std::swap(numbers[i], numbers[i + random_.below(numbers.size() - i)]);
        }
        numbers.resize(count);
    } else {
        std::unordered_set<std::int64_t> seen;
        while (static_cast<std::int64_t>(numbers.size()) < count) {
            stop_if_interrupted();
            const std::int64_t number = random_.between(r.low, r.high);
            if (seen.insert(number).second) numbers.push_back(number);
        }
    }
    return numbers;
}

} // namespace iron
