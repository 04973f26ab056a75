#include <algorithm>
#include <filesystem>
#include <fmt/format.h>

#include "cli/common.h"
#include "lab/languages/language.h"
#include "views/text.h"

namespace iron {

namespace {

namespace fs = std::filesystem;

constexpr std::size_t most_named = 6;

std::vector<std::string> sources_here() {
    std::vector<std::string> names;
    for (const fs::directory_entry &entry : fs::directory_iterator(fs::current_path()))
        if (entry.is_regular_file() && language_of(entry.path()))
            names.push_back(entry.path().filename().string());
    std::sort(names.begin(), names.end());
    return names;
}

// Below the folder, one deep.
std::vector<std::string> problems_here() {
    std::vector<std::string> names;
    for (const fs::directory_entry &entry : fs::directory_iterator(fs::current_path()))
        if (entry.is_directory() && fs::exists(entry.path() / "stopwatch.toml"))
            names.push_back(entry.path().filename().string());
    std::sort(names.begin(), names.end());
    return names;
}

} // namespace

int say_first_step() {
    if (fs::exists("stopwatch.toml")) {
        fmt::print("This folder holds a problem. Verdicts on its claims:\n\n  iron-stopwatch run\n\n");
    } else if (std::vector<std::string> sources = sources_here(); !sources.empty()) {
        const bool all = sources.size() <= most_named;
        if (!all) sources.resize(most_named);
        fmt::print("Sources lie here. If they are functions that do one job:\n\n  iron-stopwatch try {}{}\n\n"
                   "If they are programs that read standard input:\n\n  iron-stopwatch new ../PROBLEM --from "
                   "{}{}\n\n",
                   fmt::join(sources, " "), all ? "" : " …", fmt::join(sources, " "), all ? "" : " …");
    } else if (const std::vector<std::string> problems = problems_here(); !problems.empty()) {
        fmt::print("{} here. For example:\n\n  iron-stopwatch run {}\n\n",
                   counted_words(problems.size(), "problem lies", "problems lie"), problems.front());
    } else
        fmt::print(
            "To begin with an example, with sources of your own, or with an empty problem:\n\n"
            "  iron-stopwatch demo saltmarsh --problems tide-climb\n  iron-stopwatch try quick.cpp slow.py\n"
            "  iron-stopwatch new FOLDER\n\n");
    fmt::print("All commands: iron-stopwatch --help\n");
    return status_usage;
}

} // namespace iron
