// A problem read from a file of its own.
#pragma once

#include <string>

#include "lab/workspace.h"
#include "records/files.h"
#include "records/problem.h"

namespace iron::test {

// One shape, one solution; `sizes`: lines below [sizes], and whatever tables follow.
inline Problem problem_in(const Workspace &folder, const std::string &sizes) {
    write_file(folder.path() / "a.cpp", "int main() {}\n");
    write_file(folder.path() / "stopwatch.toml", "title = \"Locks\"\n[sizes]\n" + sizes +
                                                     "[shapes.calm]\ntext = \"{n}\\n\"\n"
                                                     "[solutions.a]\nsource = \"a.cpp\"\ntime = \"O(n)\"\n");
    return read_problem(folder.path());
}

} // namespace iron::test
