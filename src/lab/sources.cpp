#include "lab/sources.h"

#include <algorithm>
#include <vector>

#include "lab/languages/language.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

bool is_source_of_any(const Problem &problem, const fs::path &file) {
    return std::any_of(problem.solutions.begin(), problem.solutions.end(), [&](const Solution &solution) {
        return std::any_of(solution.sources.begin(), solution.sources.end(), [&](const std::string &source) {
            return (problem.folder / source).lexically_normal() == file;
        });
    });
}

} // namespace

std::set<fs::path> files_of(const Problem &problem, const Solution &solution) {
    std::set<fs::path> files;
    std::vector<fs::path> open;
    for (const std::string &source : solution.sources)
        open.push_back((problem.folder / source).lexically_normal());
    const auto look_at = [&](const fs::path &file) {
        if (fs::is_regular_file(file)) open.push_back(file.lexically_normal());
    };
    while (!open.empty()) {
        const fs::path file = open.back();
        open.pop_back();
        if (!fs::is_regular_file(file) || !files.insert(file).second) continue;
        const Language *language = language_of(file);
        for (const fs::path &beside : (language ? *language : language_cpp()).read_along(file))
            if (!is_source_of_any(problem, beside.lexically_normal()) || files.contains(beside))
                look_at(beside);
    }
    return files;
}

std::string source_digest(const Problem &problem, const Solution &solution) {
    std::string sources;
    for (const fs::path &file : files_of(problem, solution))
        sources += read_file(file);
    return hex_digest(sources);
}

} // namespace iron
