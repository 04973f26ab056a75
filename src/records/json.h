// JSON read and written in one place: the library's parser and writer are templates, and large to compile.
#pragma once

#include <nlohmann/json.hpp>
#include <string>

namespace iron {

// Keys keep the order in which they were written.
using Json = nlohmann::ordered_json;

// Throws nlohmann::json::parse_error where `text` is no JSON.
Json json_of(const std::string &text);

// The same, without throwing: what is no JSON is_discarded(), and no object.
Json json_if_any(const std::string &text);

// `indent` spaces a level, or all on one line. Bytes that are no UTF-8 are replaced.
std::string text_of(const Json &json, int indent = -1);

} // namespace iron
