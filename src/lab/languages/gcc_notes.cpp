#include "lab/languages/gcc_notes.h"

#include <algorithm>
#include <cstring>
#include <numeric>

#include "records/files.h"

namespace iron {

namespace {

constexpr std::uint32_t function_tag = 0x01000000, blocks_tag = 0x01410000, arcs_tag = 0x01430000,
                        lines_tag = 0x01450000;
constexpr std::uint32_t on_tree = 1; // an arc's flag

// Words and texts of a stretch of bytes; past its end there are zeros.
class Reader {
  public:
    Reader(const char *at, const char *end) : at_(at), end_(end) {}
    bool at_end() const { return at_ >= end_; }
    std::uint32_t word() {
        std::uint32_t value = 0;
        if (end_ - at_ >= 4)
            std::memcpy(&value, at_, 4);
        else
            at_ = end_;
        at_ += at_ == end_ ? 0 : 4;
        return value;
    }
    std::string text() { return part(word()).string(); }
    Reader part(std::uint32_t bytes) {
        const char *from = at_;
        at_ += std::min<std::ptrdiff_t>(bytes, end_ - at_);
        return {from, at_};
    }

  private:
    std::string string() const { return {at_, std::find(at_, end_, '\0')}; }
    const char *at_, *end_;
};

void read_arcs(Reader record, NotedFunction &function) {
    const std::uint32_t from = record.word();
    while (!record.at_end()) {
        const std::uint32_t to = record.word(), flags = record.word();
        if (from >= function.blocks.size() || to >= function.blocks.size()) return;
        const auto arc = static_cast<std::uint32_t>(function.arcs.size());
        function.blocks[from].arcs_out.push_back(arc);
        function.blocks[to].arcs_in.push_back(arc);
        function.arcs.push_back({from, to, !(flags & on_tree)});
    }
}

void read_lines(Reader record, NotedFunction &function) {
    const std::uint32_t block = record.word();
    if (block >= function.blocks.size()) return;
    std::string file;
    while (!record.at_end()) {
        if (const std::uint32_t line = record.word(); line > 0)
            function.blocks[block].lines.push_back({file, static_cast<int>(line)});
        else if (file = record.text(); file.empty())
            return;
    }
}

} // namespace

std::optional<GccNotes> read_gcc_notes(const std::filesystem::path &path) {
    const std::string bytes = read_file(path);
    Reader all(bytes.data(), bytes.data() + bytes.size());
    constexpr std::uint32_t magic = 0x67636e6f; // "gcno"
    if (all.word() != magic) return std::nullopt;
    const std::uint32_t release = all.word() >> 16; // "B2" is GCC 12, "B4" is 14
    if (release < (('B' << 8) | '2') || release > (('B' << 8) | '4')) return std::nullopt;
    GccNotes notes;
    notes.stamp = all.word();
    all.word(); // a checksum
    notes.folder = all.text();
    all.word(); // whether blocks that never run are told
    NotedFunction *function = nullptr;
    while (!all.at_end()) {
        const std::uint32_t tag = all.word(), length = all.word();
        Reader record = all.part(length);
        if (tag == function_tag) {
            function = &notes.functions[record.word()];
            *function = {};
            record.word(), record.word(); // checksums of lines and of arcs
            function->linkage_name = record.text();
            record.word(); // whether the compiler made it up
            function->file = record.text();
        } else if (function && tag == blocks_tag) {
            const std::uint32_t blocks = record.word();
            // Each has its arcs, which come after them: else the file is damaged.
            if (blocks > bytes.size() || !function->arcs.empty()) return std::nullopt;
            function->blocks.resize(blocks);
        }
        if (function && tag == arcs_tag)
            read_arcs(record, *function);
        else if (function && tag == lines_tag)
            read_lines(record, *function);
    }
    return notes;
}

// What flows into a block flows out of it: where all but one of the arcs on a side are known, so is the last.
// Arcs without a counter make a tree, so that from its leaves on all become known.
std::vector<std::int64_t>
NotedFunction::block_counts(const std::map<std::uint32_t, std::int64_t> &counters) const {
    std::vector<std::int64_t> count(arcs.size(), 0), block(blocks.size(), 0);
    std::vector<char> known(arcs.size(), 0), block_known(blocks.size(), 0);
    std::uint32_t counter = 0;
    for (std::size_t i = 0; i < arcs.size(); ++i) {
        if (!arcs[i].counted) continue;
        known[i] = 1;
        const auto found = counters.find(counter++);
        count[i] = found == counters.end() ? 0 : found->second;
    }
    // Blocks that something new became known of.
    std::vector<std::uint32_t> waiting(blocks.size());
    std::iota(waiting.begin(), waiting.end(), 0);
    while (!waiting.empty()) {
        const std::uint32_t at = waiting.back();
        waiting.pop_back();
        for (const auto *side : {&blocks[at].arcs_in, &blocks[at].arcs_out}) {
            const auto unknown =
                std::count_if(side->begin(), side->end(), [&](auto arc) { return !known[arc]; });
            if (side->empty() || unknown > (block_known[at] ? 1 : 0)) continue;
            const std::int64_t sum = std::accumulate(
                side->begin(), side->end(), std::int64_t{0},
                [&](std::int64_t total, auto arc) { return total + (known[arc] ? count[arc] : 0); });
            if (!block_known[at]) {
                block_known[at] = 1;
                block[at] = sum;
                waiting.push_back(at);
            } else if (unknown == 1) {
                const auto arc =
                    *std::find_if(side->begin(), side->end(), [&](auto one) { return !known[one]; });
                known[arc] = 1;
                count[arc] = block[at] - sum;
                waiting.push_back(arcs[arc].from);
                waiting.push_back(arcs[arc].to);
            }
        }
    }
    for (std::int64_t &one : block)
        one = std::max<std::int64_t>(one, 0);
    return block;
}

bool NotedFunction::is_loop_head(std::uint32_t block, const std::vector<std::uint32_t> &above) const {
    return std::any_of(blocks[block].arcs_in.begin(), blocks[block].arcs_in.end(), [&](std::uint32_t arc) {
        std::uint32_t from = arcs[arc].from;
        while (from != block && above[from] != from)
            from = above[from];
        return from == block;
    });
}

// Source: Cooper, Harvey, Kennedy, "A simple, fast dominance algorithm" (2001).
std::vector<std::uint32_t> NotedFunction::dominators() const {
    const std::size_t n = blocks.size();
    std::vector<std::uint32_t> order, rank(n, 0), above(n);
    std::iota(above.begin(), above.end(), 0);
    std::vector<char> seen(n, 0);
    std::vector<std::pair<std::uint32_t, std::size_t>> way;
    if (n > 0) way.push_back({0, 0}), seen[0] = 1;
    while (!way.empty()) {
        auto &[at, next] = way.back();
        if (next == blocks[at].arcs_out.size()) {
            rank[at] = static_cast<std::uint32_t>(order.size());
            order.push_back(at);
            way.pop_back();
        } else if (const std::uint32_t to = arcs[blocks[at].arcs_out[next++]].to; !seen[to]) {
            seen[to] = 1;
            way.push_back({to, 0});
        }
    }
    std::vector<char> has_one(n, 0);
    if (n > 0) has_one[0] = 1;
    for (bool changed = true; changed;) {
        changed = false;
        for (std::size_t i = order.size(); i-- > 0;) {
            const std::uint32_t at = order[i];
            if (at == 0) continue;
            std::optional<std::uint32_t> joint;
            for (const std::uint32_t arc : blocks[at].arcs_in) {
                std::uint32_t from = arcs[arc].from;
                if (!seen[from] || !has_one[from]) continue;
                if (!joint) {
                    joint = from;
                    continue;
                }
                while (from != *joint)
                    if (rank[from] < rank[*joint])
                        from = above[from];
                    else
                        joint = above[*joint];
            }
            if (joint && (!has_one[at] || above[at] != *joint)) {
                above[at] = *joint;
                has_one[at] = 1;
                changed = true;
            }
        }
    }
    return above;
}

} // namespace iron
