#include "core/words.h"

#include <cmath>
#include <fmt/format.h>

namespace iron {

namespace {

std::string with_commas(std::string digits) {
    std::size_t end = digits.find('.');
    if (end == std::string::npos) end = digits.size();
    const std::size_t start = digits.starts_with('-') ? 1 : 0;
    for (std::size_t at = end; at > start + 3; at -= 3)
        digits.insert(at - 3, ",");
    return digits;
}

} // namespace

std::string grouped(double whole) { return with_commas(fmt::format("{:.0f}", whole)); }

std::string three_digits(double value) {
    if (value == 0) return "0";
    if (!std::isfinite(value)) return fmt::format("{}", value);
    const int exponent = static_cast<int>(std::floor(std::log10(std::abs(value))));
    if (exponent < -4 || exponent > 8) return fmt::format("{:.2e}", value);
    const double unit = std::pow(10.0, exponent - 2);
    const double rounded = std::round(value / unit) * unit;
    std::string text = fmt::format("{:.{}f}", rounded, std::max(0, 2 - exponent));
    if (text.find('.') != std::string::npos) {
        while (text.back() == '0')
            text.pop_back();
        if (text.back() == '.') text.pop_back();
    }
    return with_commas(text);
}

std::string time_text(double ns) {
    const double size = std::abs(ns);
    if (size < 999.5) return three_digits(ns) + " ns";
    if (size < 999.5e3) return three_digits(ns / 1e3) + " us";
    if (size < 999.5e6) return three_digits(ns / 1e6) + " ms";
    const double seconds = ns / 1e9;
    if (size < 600e9) return three_digits(seconds) + " s";
    if (size < 7200e9) return three_digits(seconds / 60) + " min";
    if (size < 3 * 86400e9) return three_digits(seconds / 3600) + " h";
    if (size < 730 * 86400e9) return three_digits(seconds / 86400) + " d";
    return three_digits(seconds / 86400 / 365.25) + " years";
}

std::string bytes_text(double bytes) {
    const double size = std::abs(bytes);
    if (size < 1023.5) return three_digits(bytes) + " B";
    if (size < 1023.5 * 1024) return three_digits(bytes / 1024) + " KiB";
    if (size < 1023.5 * 1024 * 1024) return three_digits(bytes / 1024 / 1024) + " MiB";
    return three_digits(bytes / 1024 / 1024 / 1024) + " GiB";
}

std::string reading_text(double value, Metric metric) {
    switch (noise_of(metric)) {
    case Noise::counted:
        return three_digits(value);
    case Noise::weighed:
        return bytes_text(value);
    case Noise::timed:
        return time_text(value);
    }
    return "";
}

} // namespace iron
