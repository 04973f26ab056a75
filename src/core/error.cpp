#include "core/error.h"

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
        text += "\n    " + place.excerpt;
        if (place.column > 0) text += "\n    " + std::string(place.column - 1, ' ') + "^";
    }
    if (!finding.advice.empty()) text += "\n  " + finding.advice;
    return text;
}

} // namespace iron
