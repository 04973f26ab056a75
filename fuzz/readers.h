// Everything that reads what somebody else wrote, by name, to be given any bytes. A reader may refuse them by
// the error that its header names; whatever else comes out of it, or does not come to an end, is a fault.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace iron::fuzz {

struct Reader {
    const char *name;
    void (*read)(std::string_view bytes); // aborts where a law of the reader's does not hold
    std::vector<std::string> (*seeds)();  // what it reads in earnest
};

const std::vector<Reader> &readers();

} // namespace iron::fuzz
