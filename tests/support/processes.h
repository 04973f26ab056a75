// What runs on this machine.
#pragma once

#include <filesystem>
#include <fstream>
#include <sstream>
#include <string>

namespace iron::test {

// How many processes have this in their command line, whose words end with a null character each.
inline int running(const std::string &text) {
    int found = 0;
    for (const auto &entry : std::filesystem::directory_iterator("/proc")) {
        std::ifstream in(entry.path() / "cmdline", std::ios::binary);
        std::ostringstream line;
        line << in.rdbuf(); // empty where the process ends just now
        found += line.str().find(text) != std::string::npos;
    }
    return found;
}

} // namespace iron::test
