#include "records/json.h"

namespace iron {

Json json_of(const std::string &text) { return Json::parse(text); }

Json json_if_any(const std::string &text) { return Json::parse(text, nullptr, false); }

std::string text_of(const Json &json, int indent) {
    return json.dump(indent, ' ', false, Json::error_handler_t::replace);
}

} // namespace iron
