// What GCC notes of a source that it instruments (-ftest-coverage): blocks and arcs of each function, and the
// lines of each block. From counters of some arcs it follows how often every block ran.
//
// Source of the format: gcc/gcov-io.h of the GCC sources; it is the one of GCC 12 to 14.
#pragma once

#include <cstdint>
#include <filesystem>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace iron {

struct SourceLine {
    std::string file;
    int line = 0;
    auto operator<=>(const SourceLine &) const = default;
};

struct NotedBlock {
    std::vector<std::uint32_t> arcs_in, arcs_out; // places in `arcs`
    std::vector<SourceLine> lines;                // in order; files as the compiler was given them
};

struct NotedArc {
    std::uint32_t from = 0, to = 0;
    bool counted = false; // by a counter; the others follow
};

struct NotedFunction {
    std::string linkage_name, file;
    std::vector<NotedBlock> blocks; // the first is the entry, the second the exit
    std::vector<NotedArc> arcs;     // counters are in this order

    // How often each block ran, given the counters that are not zero. Less than none, where a call was left
    // halfway, is none.
    std::vector<std::int64_t> block_counts(const std::map<std::uint32_t, std::int64_t> &counters) const;
    // The block before each on every way to it; of the entry, and of what can't be reached, itself.
    std::vector<std::uint32_t> dominators() const;
    // Whether a way leads back to it from what it dominates; `above`: dominators().
    bool is_loop_head(std::uint32_t block, const std::vector<std::uint32_t> &above) const;
};

struct GccNotes {
    std::uint32_t stamp = 0;                          // the same in the program
    std::filesystem::path folder;                     // that relative names of files start at
    std::map<std::uint32_t, NotedFunction> functions; // by the number that the program gives them
};

// None where the file is not of a format that is known.
std::optional<GccNotes> read_gcc_notes(const std::filesystem::path &path);

} // namespace iron
