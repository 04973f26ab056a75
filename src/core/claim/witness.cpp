#include "core/claim/witness.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace iron {

namespace {

constexpr double errors_apart = 2;
constexpr int least_places = 3;

bool none_falls(const std::vector<double> &from, const std::vector<double> &to) {
    for (std::size_t i = 0; i < from.size(); ++i)
        if (to[i] < from[i]) return false;
    return true;
}

struct Found {
    Witness witness;
    double clear = 0; // by so many errors
};

// What leads up to a place: the longest chain of rising ratios, and the least ratio that one starts from.
struct Chain {
    int places = 1;
    std::size_t start = 0;
};

std::optional<Found> rising(const std::vector<RatioRead> &places, double sign) {
    std::vector<std::size_t> order(places.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return std::accumulate(places[a].sizes.begin(), places[a].sizes.end(), 0.0) <
               std::accumulate(places[b].sizes.begin(), places[b].sizes.end(), 0.0);
    });
    std::vector<Chain> chains(places.size());
    std::optional<Found> found;
    const auto ratio = [&](std::size_t at) { return sign * places[at].log_ratio; };
    for (std::size_t j = 0; j < order.size(); ++j) {
        const std::size_t to = order[j];
        chains[to].start = to;
        for (std::size_t i = 0; i < j; ++i) {
            const std::size_t from = order[i];
            if (!(ratio(from) < ratio(to)) || !none_falls(places[from].sizes, places[to].sizes)) continue;
            chains[to].places = std::max(chains[to].places, chains[from].places + 1);
            if (ratio(chains[from].start) < ratio(chains[to].start)) chains[to].start = chains[from].start;
        }
        const std::size_t start = chains[to].start;
        const double clear =
            (ratio(to) - ratio(start)) / std::max(1e-12, std::hypot(places[start].error, places[to].error));
        if (chains[to].places < least_places || clear <= errors_apart || (found && clear <= found->clear))
            continue;
        const bool is_last = std::none_of(places.begin(), places.end(), [&](const RatioRead &other) {
            return other.sizes != places[to].sizes && none_falls(places[to].sizes, other.sizes);
        });
        if (is_last) found = {{start, to}, clear};
    }
    return found;
}

} // namespace

std::optional<Witness> find_witness(Bound::Kind kind, const std::vector<RatioRead> &places) {
    std::optional<Found> up, down;
    if (kind != Bound::Kind::lower) up = rising(places, 1);
    if (kind != Bound::Kind::upper) down = rising(places, -1);
    if (up && down) return up->clear > down->clear ? up->witness : down->witness;
    return up ? std::optional(up->witness) : down ? std::optional(down->witness) : std::nullopt;
}

} // namespace iron
