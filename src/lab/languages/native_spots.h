// Where the steps of a program of machine code were, out of what its receivers tell: lines of the solution's
// own sources, and the library functions that those call.
#pragma once

#include <filesystem>
#include <map>
#include <string>

#include "core/reading/spot.h"
#include "lab/languages/debug_info.h"
#include "lab/languages/gcc_notes.h"
#include "lab/languages/language.h"

namespace iron {

class NativeSpots {
  public:
    // `folder`: the problem's, where `first_source` lies; `adapters`: whose code is nobody's step. The
    // compiler's notes lie beside the program.
    NativeSpots(const std::filesystem::path &program, std::filesystem::path folder,
                std::filesystem::path first_source, std::filesystem::path adapters);

    // `counters`: of GCC's (adapters/cpp/step_receiver.cpp), whose notes tell the lines. `blocks`: by place
    // in the code (adapters/rust/block_receiver.cpp). `bulk_calls`: adapters/cpp/counted_call.h. Empty where
    // nothing is known.
    SpotCounts counts(const Said &said);

  private:
    enum class Whose { own, library, adapter };
    struct Source {
        Whose whose = Whose::library;
        std::string name; // as a spot names it
    };
    const Source &source(const std::string &file, const std::filesystem::path &from);
    Spot spot(const SourceLine &line, const std::filesystem::path &from);
    std::string library_key(const std::set<CallSite> &sites, const std::string &name);
    void add_function(const NotedFunction &function, const std::filesystem::path &from,
                      const std::map<std::uint32_t, std::int64_t> &counters, SpotCounts &to);
    bool add_counters(const std::string &counters, SpotCounts &to); // false: not as we asked for
    void add_blocks(const std::string &blocks, SpotCounts &to);

    std::filesystem::path folder_, first_, adapters_;
    std::filesystem::path built_in_;          // "" where that is the folder
    std::map<std::string, Source> sources_;   // by name as compilers say it
    std::map<std::uint32_t, GccNotes> notes_; // by stamp
    DebugInfo info_;
};

} // namespace iron
