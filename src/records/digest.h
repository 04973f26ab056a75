// 64-bit XXH3 digests as hex.
#pragma once

#include <string>
#include <string_view>

namespace iron {

std::string hex_digest(std::string_view bytes);

} // namespace iron
