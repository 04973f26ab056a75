// A document held against its published schema.
#pragma once

#include <nlohmann/json.hpp>
#include <string>

namespace iron::test {

// What goes against it, a line each; "" where all is well. `schema_name`: a file of docs/schema.
std::string violations(const nlohmann::json &document, const std::string &schema_name);

} // namespace iron::test
