#include "views/gnuplot_text.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "views/text.h"

namespace iron {

std::string quoted(const std::string &text) {
    std::string safe;
    for (const char c : text) {
        if (c == '"' || c == '\\') safe += '\\';
        if (c == '`') // else it is a command for the shell
            safe += "\\140";
        else
            safe += c == '\n' ? ' ' : c;
    }
    return '"' + safe + '"';
}

namespace {

std::string tics(double low, double high, bool time, double step) {
    std::string list;
    const auto first = static_cast<int>(std::floor(std::log10(low))),
               last = static_cast<int>(std::ceil(std::log10(high)));
    for (int power = first; power <= last; power += static_cast<int>(step)) {
        const double value = std::pow(10, power);
        const std::string label = time         ? time_text(value)
                                  : power >= 9 ? fmt::format("10^{{{}}}", power)
                                  : power >= 0 ? grouped(value)
                                               : three_digits(value);
        list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ", quoted(label), value);
    }
    return "(" + list + ")";
}

// Of bytes: every thirty-second of a unit, so that labels are whole; over a narrow range every doubling.
std::string tics_of_bytes(double low, double high) {
    std::string list;
    const double step = high / low < 64 ? 1 : high / low < 1024 ? 2 : 5; // doublings
    for (double value = std::exp2(step * std::floor(std::log2(low) / step)); value <= high;
         value *= std::exp2(step))
        list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ", quoted(bytes_text(value)), value);
    return "(" + list + ")";
}

} // namespace

std::string tics_of(Scale scale, double low, double high) {
    if (scale == Scale::bytes) return tics_of_bytes(low, high);
    if (high / low < 100) { // decades alone would be too few
        std::string list;
        for (double decade = std::pow(10, std::floor(std::log10(low))); decade <= high; decade *= 10)
            for (const double value : {decade, 2 * decade, 5 * decade})
                list += fmt::format("{}{} {:g}", list.empty() ? "" : ", ",
                                    quoted(scale == Scale::time ? time_text(value)
                                           : value < 1          ? three_digits(value)
                                                                : grouped(value)),
                                    value);
        return "(" + list + ")";
    }
    // Whole numbers written out are wide.
    const double roomy = scale == Scale::time ? 9 : 6.5;
    return tics(low, high, scale == Scale::time, std::log10(high / low) > roomy ? 2 : 1);
}

std::string tics_of_logs(double low, double high, int most) {
    std::string list;
    const int first = static_cast<int>(std::ceil(low - 1e-9)),
              last = static_cast<int>(std::floor(high + 1e-9));
    const int step = std::max(1, (last - first + most) / most);
    for (int power = first; power <= last; power += step)
        list += fmt::format("{}{} {}", list.empty() ? "" : ", ",
                            quoted(power > 15 ? fmt::format("2^{{{}}}", power) : grouped(std::exp2(power))),
                            power);
    return "(" + list + ")";
}

} // namespace iron
