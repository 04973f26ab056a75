// What machine and which compilers the readings were taken with.
#pragma once

#include <map>
#include <string>

namespace iron {

struct Machine {
    std::string processor; // model name
    int processors = 0;
    std::string system; // kernel
    double memory_bytes = 0;
    std::map<std::string, std::string> compilers; // by name: first line of its version
};

Machine this_machine();

} // namespace iron
