#include "lab/languages/native_spots.h"

#include <algorithm>
#include <charconv>

namespace iron {

namespace fs = std::filesystem;

namespace {

// Numbers of a text that letters divide.
class Numbers {
  public:
    explicit Numbers(const std::string &text) : at_(text.data()), end_(text.data() + text.size()) {}
    bool at_end() const { return at_ == end_; }
    template <class Number>
    Number next(int base = 10) {
        Number value = 0;
        at_ = std::from_chars(at_, end_, value, base).ptr;
        if (at_ != end_) ++at_; // what divides it from the next
        return value;
    }
    bool skip(char letter) { return at_ != end_ && *at_ == letter && ++at_; }

  private:
    const char *at_, *end_;
};

} // namespace

NativeSpots::NativeSpots(const fs::path &program, fs::path folder, fs::path first_source, fs::path adapters)
    : folder_(fs::weakly_canonical(folder)), first_(fs::weakly_canonical(first_source)),
      adapters_(fs::weakly_canonical(adapters)),
      info_(program, [this](const std::string &file) { return source(file, folder_).whose == Whose::own; }) {
    for (const auto &entry : fs::directory_iterator(program.parent_path()))
        if (entry.path().extension() == ".gcno")
            if (auto notes = read_gcc_notes(entry.path())) notes_[notes->stamp] = std::move(*notes);
}

const NativeSpots::Source &NativeSpots::source(const std::string &file, const fs::path &from) {
    if (const auto known = sources_.find(file); known != sources_.end()) return known->second;
    fs::path path = fs::weakly_canonical(from / file);
    // A build is kept when its folder is copied elsewhere: names in it are still those of the first one.
    const std::string first = "/" + first_.lexically_relative(folder_).string();
    if (path != first_ && path.string().ends_with(first) && built_in_.empty()) {
        built_in_ = path.string().substr(0, path.string().size() - first.size());
        sources_.clear();
    }
    const auto lies_in = [&](const fs::path &where) {
        const fs::path inside = path.lexically_relative(where);
        return !inside.empty() && *inside.begin() != "..";
    };
    if (!built_in_.empty() && lies_in(built_in_)) path = folder_ / path.lexically_relative(built_in_);
    Source &source = sources_[file];
    if (lies_in(adapters_)) source.whose = Whose::adapter;
    // A library may name sources that are nowhere on this machine.
    else if (lies_in(folder_) || (!lies_in("/usr") && fs::exists(path)))
        source = {Whose::own, path == first_ ? "" : path.lexically_relative(folder_).string()};
    return source;
}

Spot NativeSpots::spot(const SourceLine &line, const fs::path &from) {
    return {source(line.file, from).name, {line.line}, ""};
}

// Of several lines in several files those of the first are told.
std::string NativeSpots::library_key(const std::set<CallSite> &sites, const std::string &name) {
    Spot all{"", {}, name};
    bool one_name = true;
    for (const CallSite &site : sites) {
        const Spot from = spot(site.at, folder_);
        if (all.lines.empty()) all.file = from.file;
        if (from.file == all.file) all.lines.push_back(from.lines.front());
        one_name = one_name && site.calls == sites.begin()->calls;
    }
    if (!sites.empty() && one_name) all.calls = sites.begin()->calls;
    std::sort(all.lines.begin(), all.lines.end());
    all.lines.erase(std::unique(all.lines.begin(), all.lines.end()), all.lines.end());
    return key_of(all);
}

void NativeSpots::add_function(const NotedFunction &function, const fs::path &from,
                               const std::map<std::uint32_t, std::int64_t> &counters, SpotCounts &to) {
    const Whose whose = source(function.file, from).whose;
    const std::vector<std::int64_t> ran = function.block_counts(counters);
    const std::vector<std::uint32_t> above =
        whose == Whose::own ? function.dominators() : std::vector<std::uint32_t>{};
    const auto own_lines = [&](std::size_t block) {
        std::vector<SourceLine> own;
        for (const SourceLine &line : function.blocks[block].lines)
            if (source(line.file, from).whose == Whose::own) own.push_back(line);
        return own;
    };
    SpotCounts lines;
    std::int64_t library = 0;
    constexpr std::size_t first_block = 2; // after entry and exit
    for (std::size_t block = first_block; block < function.blocks.size(); ++block) {
        if (ran[block] == 0) continue;
        std::vector<SourceLine> own = own_lines(block);
        if (own.empty() && whose != Whose::own) {
            library += ran[block];
            continue;
        }
        const auto line_before = [&]() -> std::vector<SourceLine> {
            for (auto at = static_cast<std::uint32_t>(block); above[at] != at;) {
                at = above[at];
                if (const auto lines_there = own_lines(at); !lines_there.empty()) return {lines_there.back()};
            }
            return {};
        };
        // What a line calls and the compiler put in its place belongs to the line. Of the line before a loop
        // something may be left at the loop's head: the last note of a call that was put in place.
        if (own.empty())
            own = line_before();
        else if (own.size() > 1 && !above.empty() &&
                 function.is_loop_head(static_cast<std::uint32_t>(block), above) &&
                 line_before() == std::vector<SourceLine>{own.front()})
            own.erase(own.begin());
        for (const SourceLine &line : own) {
            std::int64_t &most = lines[key_of(spot(line, from))];
            most = std::max(most, ran[block]);
        }
    }
    for (const auto &[key, count] : lines)
        to[key] += count;
    if (library > 0 && whose == Whose::library)
        to[library_key(info_.callers_of(function.linkage_name), info_.name_of(function.linkage_name))] +=
            library;
}

bool NativeSpots::add_counters(const std::string &counters, SpotCounts &to) {
    for (Numbers numbers(counters); !numbers.at_end();) {
        const auto stamp = numbers.next<std::uint32_t>(), function = numbers.next<std::uint32_t>();
        std::map<std::uint32_t, std::int64_t> values;
        while (!numbers.at_end() && !numbers.skip(';')) {
            const auto counter = numbers.next<std::uint32_t>();
            values[counter] = numbers.next<std::int64_t>();
        }
        const auto notes = notes_.find(stamp);
        if (notes == notes_.end()) return false;
        const auto noted = notes->second.functions.find(function);
        if (noted != notes->second.functions.end())
            add_function(noted->second, notes->second.folder, values, to);
    }
    return true;
}

// Blocks of one line in one function are one run of it; in another function they are another.
void NativeSpots::add_blocks(const std::string &blocks, SpotCounts &to) {
    std::map<std::pair<std::string, std::string>, std::int64_t> own; // by function and line
    for (Numbers numbers(blocks); !numbers.at_end();) {
        const auto place = numbers.next<std::uint64_t>(16);
        const auto count = numbers.next<std::int64_t>();
        const std::set<CallSite> sites = info_.at(place);
        const std::string function = info_.function_at(place);
        if (sites.empty() && source(info_.file_of(function), folder_).whose == Whose::adapter) continue;
        if (sites.size() == 1 && sites.begin()->calls.empty()) {
            std::int64_t &most = own[{function, key_of(spot(sites.begin()->at, folder_))}];
            most = std::max(most, count);
        } else
            to[library_key(sites, info_.name_of(function))] += count;
    }
    for (const auto &[where, count] : own)
        to[where.second] += count;
}

SpotCounts NativeSpots::counts(const Said &said) {
    SpotCounts counts;
    if (!add_counters(said_of(said, "counters"), counts)) return {};
    add_blocks(said_of(said, "blocks"), counts);
    if (counts.empty()) return counts;
    const std::string bulk_calls = said_of(said, "bulk_calls");
    for (Numbers numbers(bulk_calls); !numbers.at_end();) {
        const auto place = numbers.next<std::uint64_t>(16);
        const auto steps = numbers.next<std::int64_t>();
        const std::set<CallSite> sites = info_.at(place);
        counts[sites.empty() ? " bulk work" : library_key(sites, sites.begin()->calls)] += steps;
    }
    return counts;
}

} // namespace iron
