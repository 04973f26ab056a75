// Which line stands in which: it runs no more often than that one.
#pragma once

#include <map>
#include <set>

namespace iron {

// Of one source, lines from 1.
struct EnclosingLines {
    std::map<int, int> within; // the line that begins the block or the statement that it stands in
    std::set<int> turn;        // may do the same many times on their own: loops, functions that are handed on
};

} // namespace iron
