// Who calls what, out of a program's debug information (DWARF): from which lines of a solution's own sources
// a library function, or a place in the program's code, is reached.
#pragma once

#include <cstdint>
#include <filesystem>
#include <functional>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "lab/languages/gcc_notes.h"

namespace iron {

// A line of one's own, and the library function that it calls to get somewhere; "" where it is there itself.
struct CallSite {
    SourceLine at;
    std::string calls;
    auto operator<=>(const CallSite &) const = default;
};

class DebugInfo {
  public:
    // `is_own`: whether a file is a solution's own source. Of a program without debug information, or none,
    // nothing is known.
    DebugInfo(const std::filesystem::path &program, const std::function<bool(const std::string &)> &is_own);

    // Of a library function that has code of its own, by its linkage name: all lines that lead to it.
    std::set<CallSite> callers_of(const std::string &linkage_name) const;
    // Of a place in the code, bytes from the program's start, that a call returns to.
    std::set<CallSite> at(std::uint64_t place) const;
    // The function whose code that is, by its linkage name; "" where none is known.
    std::string function_at(std::uint64_t place) const;
    // Where that function is written; "" where it is not known.
    std::string file_of(const std::string &linkage_name) const;
    // A function's name as a person writes it; "" where it is not known.
    std::string name_of(const std::string &linkage_name) const;

  private:
    // Code of one's own, of a library function called from it and compiled into it, or of a library function
    // that stands alone.
    struct Scope {
        enum class Kind { own, called, alone } kind = Kind::alone;
        CallSite site;        // of `called`
        std::string function; // linkage name of the one whose code it is
    };
    class Walk;

    void put_scope(std::uint64_t from, std::uint64_t to, const Scope &scope);
    const Scope *scope_before(std::uint64_t address) const; // of the code that ends there
    SourceLine line_before(std::uint64_t address) const;

    std::uint64_t start_ = 0; // where the program's first byte is linked to
    std::map<std::string, std::string> names_, files_;
    std::map<std::string, std::set<CallSite>> called_;     // library functions, from lines
    std::map<std::string, std::set<std::string>> led_to_;  // library functions, by those that call them
    std::map<std::uint64_t, std::optional<Scope>> scopes_; // from each place on, to the next
    std::map<std::uint64_t, SourceLine> lines_;            // where each stretch of code of a line begins
};

} // namespace iron
