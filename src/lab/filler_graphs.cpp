// Trees and graphs of templates.
#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numeric>

#include "lab/filler.h"

namespace iron {

void Filler::tree(const TemplatePart &part) {
    const std::int64_t nodes = count_of(part);
    const bool any_depth = part.arguments.size() < 2;
    std::int64_t deepest = any_depth ? nodes : whole(part.arguments[1], "the depth of tree()");
    if (deepest < 0) refuse(fmt::format("tree() is to be {} deep", deepest));
    deepest = std::clamp<std::int64_t>(deepest, nodes > 1, std::max<std::int64_t>(nodes - 1, 0));
    // The first nodes are a path of that depth; under those that are not as deep, in their order, the others
    // hang.
    Numbers depth, may_have_more;
    for (std::int64_t child = 1; child <= nodes; ++child) {
        std::int64_t parent = 0;
        if (child > 2) out_->text("\n");
        if (any_depth && child > 1)
            parent = drawn({1, child - 1}, child - 2, nodes - 1);
        else if (child > 1 && child <= deepest + 1)
            parent = child - 1;
        else if (child > 1)
            parent = may_have_more[drawn({0, static_cast<std::int64_t>(may_have_more.size()) - 1},
                                         child - deepest - 2, nodes - deepest - 1)];
        if (child > 1) pair(parent, child);
        if (any_depth) continue;
        depth.push_back(parent > 0 ? depth[parent - 1] + 1 : 0);
        if (depth.back() < deepest) may_have_more.push_back(child);
    }
}

// Of a graph, by their number in the list of all pairs a < b, so that none comes twice.
struct Filler::Edges {
    Numbers pairs;
    std::vector<bool> turned; // the larger node stands first
};

namespace {

// a < b of a pair, counted from 1.
std::pair<std::int64_t, std::int64_t> nodes_of(std::int64_t pair) {
    // The largest b with b (b - 1) / 2 <= pair, b counted from 0.
    std::int64_t b = static_cast<std::int64_t>((1 + std::sqrt(1 + 8.0L * pair)) / 2);
    while (b * (b - 1) / 2 > pair)
        --b;
    while ((b + 1) * b / 2 <= pair)
        ++b;
    return {pair - b * (b - 1) / 2 + 1, b + 1};
}

std::int64_t pair_of(std::int64_t a, std::int64_t b) {
    if (a > b) std::swap(a, b);
    return (b - 1) * (b - 2) / 2 + a - 1;
}

// Which nodes hang together.
class Joined {
  public:
    explicit Joined(std::int64_t nodes) : above_(static_cast<std::size_t>(nodes) + 1) {
        std::iota(above_.begin(), above_.end(), std::int64_t{0});
    }
    void join(std::int64_t a, std::int64_t b) { joins_ += top(a) != top(b), above_[top(a)] = top(b); }
    bool are_all() const { return joins_ + 2 >= static_cast<std::int64_t>(above_.size()); }

  private:
    std::int64_t top(std::int64_t node) {
        while (above_[node] != node)
            node = above_[node] = above_[above_[node]];
        return node;
    }
    std::vector<std::int64_t> above_;
    std::int64_t joins_ = 0;
};

} // namespace

// On the tape a pair stands with its order in the last bit. Edges that are left of what has no circle have
// none.
Filler::Edges Filler::kept_edges(const TemplatePart &part, std::int64_t nodes, std::int64_t count) const {
    Edges edges;
    const auto kept = kept_of_tape(count);
    if (!kept) return edges;
    Joined joined(nodes);
    for (const std::int64_t edge : *kept) {
        const auto [a, b] = nodes_of(edge / 2);
        if (edge < 0 || b > nodes) return {};
        joined.join(a, b);
        edges.pairs.push_back(edge / 2), edges.turned.push_back(edge % 2 != 0);
    }
    return part.text == "connected" && !joined.are_all() ? Edges() : edges;
}

Filler::Edges Filler::drawn_edges(const TemplatePart &part, std::int64_t nodes, std::int64_t count) {
    Edges edges;
    const Range all{0, nodes * (nodes - 1) / 2 - 1};
    const auto turn_at_random = [&] {
        for (std::size_t i = 0; i < edges.pairs.size(); ++i)
            edges.turned.push_back(random_.below(2) == 0);
    };
    if (part.text == "graph") {
        edges.pairs = distinct(count, all);
        turn_at_random();
        return edges;
    }
    Numbers names(nodes); // so that the order of the numbers tells nothing
    std::iota(names.begin(), names.end(), std::int64_t{1});
    shuffle(names);
    if (part.text == "acyclic") {
        for (const std::int64_t pair : distinct(count, all)) {
            const auto [a, b] = nodes_of(pair);
            edges.pairs.push_back(pair_of(names[a - 1], names[b - 1]));
            edges.turned.push_back(names[a - 1] > names[b - 1]);
        }
        return edges;
    }
    for (std::int64_t i = 1; i < nodes; ++i)
        edges.pairs.push_back(pair_of(names[i], names[random_.below(static_cast<std::uint64_t>(i))]));
    std::vector<std::int64_t> of_the_tree = edges.pairs;
    std::sort(of_the_tree.begin(), of_the_tree.end());
    // As many more as may all be in the tree are enough.
    const std::int64_t wanted = std::min(count, all.high + 1);
    for (const std::int64_t pair : wanted > 0 ? distinct(wanted, all) : Numbers())
        if (static_cast<std::int64_t>(edges.pairs.size()) < count &&
            !std::binary_search(of_the_tree.begin(), of_the_tree.end(), pair))
            edges.pairs.push_back(pair);
    shuffle(edges.pairs);
    turn_at_random();
    return edges;
}

void Filler::graph(const TemplatePart &part) {
    const std::int64_t nodes = count_of(part), count = whole(part.arguments[1], "edges");
    const bool weighted = part.arguments.size() > 2;
    constexpr std::int64_t most_nodes = 2'000'000'000; // so that pairs can be counted
    if (nodes > most_nodes) refuse(fmt::format("a graph of {} nodes", nodes));
    if (count < 0 || count > nodes * (nodes - 1) / 2)
        refuse(fmt::format("{} edges between {} nodes", count, nodes));
    if (part.text == "connected" && count < nodes - 1)
        refuse(fmt::format("{} edges can't connect {} nodes", count, nodes));
    Edges edges = kept_edges(part, nodes, count);
    if (static_cast<std::int64_t>(edges.pairs.size()) < count) edges = drawn_edges(part, nodes, count);
    CallTape *const record = record_;
    const CallTape *const old = old_;
    for (std::int64_t i = 0; i < count; ++i) {
        if (i) out_->text("\n");
        const auto [a, b] = nodes_of(edges.pairs[i]);
        edges.turned[i] ? pair(b, a) : pair(a, b);
        if (record) record->values.push_back(2 * edges.pairs[i] + edges.turned[i]);
        if (!weighted) continue;
        // A weight has a tape of its own, as what is drawn in a row.
        if (record) record_ = &record->rows.emplace_back().calls.emplace_back();
        const auto place = old ? place_on_tape(old->rows.size(), i, count) : std::nullopt;
        old_ = place && !old->rows[*place].calls.empty() ? &old->rows[*place].calls[0] : nullptr;
        out_->text(" ");
        out_->number(drawn(range(part, 2), 0, 1));
    }
    record_ = record;
    old_ = old;
}

} // namespace iron
