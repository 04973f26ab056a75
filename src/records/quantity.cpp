#include "records/quantity.h"

#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <utility>
#include <vector>

#include "core/error.h"

namespace iron {

namespace {

using Units = std::vector<std::pair<std::string, double>>;

double parse_quantity(std::string_view text, const Units &units, const std::string &what) {
    std::string known;
    for (const auto &[unit, factor] : units)
        known += (known.empty() ? "" : ", ") + unit;
    const Error wrong(Category::usage, "'" + std::string(text) + "' is not " + what,
                      "write a number and one of " + known);
    double number = 0;
    const char *end = text.data() + text.size();
    const auto [rest, fault] = std::from_chars(text.data(), end, number);
    if (fault != std::errc() || !std::isfinite(number) || number < 0) throw wrong;
    std::string_view unit(rest, end - rest);
    while (unit.starts_with(' '))
        unit.remove_prefix(1);
    while (unit.ends_with(' '))
        unit.remove_suffix(1);
    for (const auto &[name, factor] : units)
        if (name == unit) return number * factor;
    throw wrong;
}

} // namespace

double parse_seconds(std::string_view text) {
    static const Units units = {{"ns", 1e-9}, {"us", 1e-6}, {"ms", 1e-3}, {"s", 1}, {"min", 60}, {"h", 3600}};
    return parse_quantity(text, units, "a time");
}

std::int64_t parse_bytes(std::string_view text) {
    static const Units units = {{"B", 1}, {"KiB", 1024}, {"MiB", 1 << 20}, {"GiB", 1 << 30}};
    const double bytes = parse_quantity(text, units, "an amount of memory");
    constexpr double most = 9.2e18;
    if (bytes > most)
        throw Error(Category::usage, fmt::format("'{}' is more memory than can be counted", text));
    return static_cast<std::int64_t>(bytes);
}

double parse_number(std::string_view text, const std::string &what) {
    std::string digits;
    for (const char c : text)
        if (c != '_') digits += c;
    double number = 0;
    const auto [rest, fault] = std::from_chars(digits.data(), digits.data() + digits.size(), number);
    if (digits.empty() || fault != std::errc() || rest != digits.data() + digits.size() ||
        !std::isfinite(number))
        throw Error(Category::usage, "'" + std::string(text) + "' is not a number",
                    "as the value of " + what);
    return number;
}

} // namespace iron
