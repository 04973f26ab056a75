// Any number of generated problems on the simulated lab: how many of each fault, and where.
//   build/tests/generated FROM COUNT [--show FAULT] [--without RULE]
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <fmt/format.h>
#include <map>

#include "simulated/generated.h"

int main(int argc, char **argv) {
    using namespace iron::test;
    if (argc < 3) {
        fmt::print(stderr, "usage: generated FROM COUNT [--show FAULT] [--without RULE]   (seeds FROM to "
                           "FROM + COUNT - 1)\n");
        return 2;
    }
    const std::uint64_t from = std::strtoull(argv[1], nullptr, 10),
                        count = std::strtoull(argv[2], nullptr, 10);
    std::string shown;
    iron::Without without;
    for (int i = 3; i + 1 < argc; i += 2) {
        if (!std::strcmp(argv[i], "--show")) shown = argv[i + 1];
        if (!std::strcmp(argv[i], "--without")) without.insert(argv[i + 1]);
    }
    std::map<std::string, int> faults, judged, undecided, out_of_reach;
    int claims = 0;
    for (std::uint64_t seed = from; seed < from + count; ++seed) {
        const Generated generated = generated_problem(seed);
        const Checked checked = check(generated, without);
        claims += checked.claims;
        for (const auto &[by, number] : checked.judged)
            judged[by] += number;
        for (const auto &[by, number] : checked.undecided)
            undecided[by] += number;
        for (const auto &[by, number] : checked.out_of_reach)
            out_of_reach[by] += number;
        if (shown == "undecided")
            for (const std::string &text : checked.open)
                fmt::print("{}\n  => {}\n", described(generated), text);
        for (const auto &[rule, text] : checked.faults) {
            ++faults[word_for(rule)];
            if (shown == "all" || shown == word_for(rule))
                fmt::print("{}\n  => {}: {}\n", described(generated), word_for(rule), text);
        }
    }
    fmt::print("{} problems, {} claims with a verdict to be had\n", count, claims);
    for (const auto &[by, number] : judged)
        fmt::print("  by {}: {}, undecided {} ({:.2f} %); {} out of the budget's reach\n", by, number,
                   undecided[by], 100.0 * undecided[by] / number, out_of_reach[by]);
    for (const auto &[what, number] : faults)
        fmt::print("  {}: {}\n", what, number);
}
