#include "records/digest.h"

#include <fmt/format.h>
#include <xxhash.h>

namespace iron {

std::string hex_digest(std::string_view bytes) {
    return fmt::format("{:016x}", static_cast<unsigned long long>(XXH3_64bits(bytes.data(), bytes.size())));
}

} // namespace iron
