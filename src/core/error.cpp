#include "core/error.h"

#include <algorithm>

namespace iron {

namespace {

std::string describe_all(const std::vector<Finding> &findings) {
    std::string text;
    for (const Finding &finding : findings)
        text += (text.empty() ? "" : "\n") + describe(finding);
    return text;
}

} // namespace

Error::Error(Category category, std::vector<Finding> findings)
    : category_(category), findings_(std::move(findings)), text_(describe_all(findings_)) {}

Error::Error(Category category, std::string message, std::string advice)
    : Error(category, std::vector<Finding>{{std::move(message), {}, std::move(advice)}}) {}

std::string describe(const Finding &finding) {
    const Place &place = finding.place;
    std::string text;
    if (!place.file.empty()) {
        text = place.file + ":";
        if (place.line > 0) text += std::to_string(place.line) + ":";
        text += " ";
    }
    text += finding.message;
    if (!place.excerpt.empty()) {
        // Of a line that nobody could read the part about the place.
        constexpr std::size_t longest = 160, before = 60;
        const std::size_t column = place.column > 0 ? static_cast<std::size_t>(place.column) - 1 : 0;
        const bool cut = place.excerpt.size() > longest;
        const std::size_t from = cut && column > before ? column - before : 0;
        text += "\n    " + (cut ? place.excerpt.substr(std::min(from, place.excerpt.size()), longest / 2)
                                : place.excerpt);
        if (place.column > 0) text += "\n    " + std::string(column - from, ' ') + "^";
    }
    if (!finding.advice.empty()) text += "\n  " + finding.advice;
    return text;
}

} // namespace iron
