// Quantities as people write them: "10 s", "256 MiB".
#pragma once

#include <cstdint>
#include <string>
#include <string_view>

namespace iron {

// Seconds from a number and ns, us, ms, s, min or h. Throws Error (usage).
double parse_seconds(std::string_view text);

// Bytes from a number and B, KiB, MiB or GiB. Throws Error (usage).
std::int64_t parse_bytes(std::string_view text);

// A number, underscores allowed between digits. Throws Error (usage) naming `what`.
double parse_number(std::string_view text, const std::string &what);

} // namespace iron
