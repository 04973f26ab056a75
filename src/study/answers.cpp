#include "study/answers.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <vector>

namespace iron {

namespace {

bool blank(char c) { return c == ' ' || c == '\t' || c == '\r' || c == '\n' || c == '\v' || c == '\f'; }

std::vector<std::string_view> words_of(std::string_view text) {
    std::vector<std::string_view> words;
    for (std::size_t i = 0; i < text.size();) {
        while (i < text.size() && blank(text[i]))
            ++i;
        const std::size_t start = i;
        while (i < text.size() && !blank(text[i]))
            ++i;
        if (i > start) words.push_back(text.substr(start, i - start));
    }
    return words;
}

// Lines without trailing blanks; empty lines at the end do not count.
std::vector<std::string_view> lines_of(std::string_view text) {
    std::vector<std::string_view> lines;
    while (!text.empty()) {
        const std::size_t end = text.find('\n');
        std::string_view line = text.substr(0, end);
        while (!line.empty() && blank(line.back()))
            line.remove_suffix(1);
        lines.push_back(line);
        text.remove_prefix(end == std::string_view::npos ? text.size() : end + 1);
    }
    while (!lines.empty() && lines.back().empty())
        lines.pop_back();
    return lines;
}

std::string sorted_words(std::string_view line) {
    std::vector<std::string_view> words = words_of(line);
    std::sort(words.begin(), words.end());
    return fmt::format("{}", fmt::join(words, " "));
}

std::string cut(std::string_view text) {
    return text.size() <= 60 ? std::string(text) : std::string(text.substr(0, 57)) + "…";
}

Comparison first_difference(const std::vector<std::string> &expected, const std::vector<std::string> &got,
                            const char *unit) {
    for (std::size_t i = 0; i < std::max(expected.size(), got.size()); ++i) {
        if (i >= got.size())
            return {false, fmt::format("{} {}: expected '{}', got nothing", unit, i + 1, cut(expected[i]))};
        if (i >= expected.size())
            return {false, fmt::format("{} {}: expected nothing, got '{}'", unit, i + 1, cut(got[i]))};
        if (expected[i] != got[i])
            return {false, fmt::format("{} {}: expected '{}', got '{}'", unit, i + 1, cut(expected[i]),
                                       cut(got[i]))};
    }
    return {};
}

bool same_number(std::string_view a, std::string_view b, double tolerance) {
    if (a == b) return true;
    const auto value = [](std::string_view word, double &number) {
        if (word.starts_with('+')) word.remove_prefix(1);
        const auto [end, fault] = std::from_chars(word.data(), word.data() + word.size(), number);
        return fault == std::errc() && end == word.data() + word.size();
    };
    double x = 0, y = 0;
    if (!value(a, x) || !value(b, y)) return false;
    if (std::isnan(x) || std::isnan(y)) return std::isnan(x) && std::isnan(y);
    if (std::isinf(x) || std::isinf(y)) return x == y;
    const double apart = std::abs(x - y);
    return apart <= tolerance || apart <= tolerance * std::max(std::abs(x), std::abs(y));
}

std::vector<std::string> as_texts(const std::vector<std::string_view> &views) {
    return {views.begin(), views.end()};
}

std::vector<std::string> lines_for(SameIf rule, std::string_view text) {
    std::vector<std::string> lines = as_texts(lines_of(text));
    if (rule == SameIf::any_order) std::sort(lines.begin(), lines.end());
    if (rule == SameIf::any_order_words)
        for (std::string &line : lines)
            line = sorted_words(line);
    return lines;
}

} // namespace

Comparison compare_answers(const AnswerRule &rule, std::string_view expected, std::string_view got) {
    if (rule.same_if == SameIf::words)
        return first_difference(as_texts(words_of(expected)), as_texts(words_of(got)), "word");
    if (rule.same_if == SameIf::numbers) {
        std::vector<std::string> wanted = as_texts(words_of(expected)), given = as_texts(words_of(got));
        for (std::size_t i = 0; i < std::min(wanted.size(), given.size()); ++i)
            if (same_number(wanted[i], given[i], rule.tolerance)) given[i] = wanted[i];
        return first_difference(wanted, given, "number");
    }
    const char *unit = rule.same_if == SameIf::any_order ? "sorted line" : "line";
    return first_difference(lines_for(rule.same_if, expected), lines_for(rule.same_if, got), unit);
}

std::string normalised(SameIf rule, std::string_view answer) {
    if (rule == SameIf::words) return fmt::format("{}", fmt::join(words_of(answer), " "));
    return fmt::format("{}", fmt::join(lines_for(rule, answer), "\n"));
}

bool digest_suffices(SameIf rule) { return rule != SameIf::numbers && rule != SameIf::referee; }

} // namespace iron
