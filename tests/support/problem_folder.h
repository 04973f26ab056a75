// A problem folder in a temporary place.
#pragma once

#include <cstdlib>
#include <filesystem>
#include <gtest/gtest.h>
#include <regex>
#include <string>

#include "lab/workspace.h"
#include "records/files.h"

namespace iron::test {

class ProblemFolder {
  public:
    ProblemFolder() {
        setenv("IRON_STOPWATCH_CACHE", IRON_TEST_CACHE, 1); // builds are shared between tests
        // Tests that measure may do so side by side: no timing decides them.
        setenv("IRON_STOPWATCH_LOCK", (path() / "lock").c_str(), 1);
        setenv("IRON_STOPWATCH_ROAM", "1", 1);
        // The system's own interpreters before wrappers that take several times as long to start.
        static const std::string path = std::string("/usr/bin:/bin:") + std::getenv("PATH");
        setenv("PATH", path.c_str(), 1);
    }
    const std::filesystem::path &path() const { return workspace_.path(); }
    std::filesystem::path results() const { return path() / "stopwatch-results"; }

    void write(const std::string &name, const std::string &text) const { write_file(path() / name, text); }
    std::string read(const std::string &name) const { return read_file(path() / name); }

    // The problem most tests use: the greatest of n water levels, 0 if there are none. `solutions` are TOML
    // tables.
    void levels(const std::string &solutions, const std::string &more = "") const {
        // What hangs is not waited for as long as people would.
        const bool own_limits = (solutions + more).find("[limits]") != std::string::npos;
        const std::string limits = own_limits ? "" : "[limits]\ntime = \"1 s\"\n";
        write("stopwatch.toml", R"(title = "Highest water"
[sizes]
n = { from = 0, to = 200_000 }
[shapes.calm]
text = """
{n}
{integers(n, 0, 1000)}
"""
[shapes.flood]
text = """
{n}
{rising(n, 0, 1000)}
"""
[[samples]]
given = "3\n4 7 2\n"
answer = "7\n"
)" + limits + more + solutions);
    }
    // A C++ source with the given body of `solve(const std::vector<int> &levels)`.
    void solution(const std::string &name, const std::string &body, const std::string &before = "") const {
        write(name + ".cpp", R"(#include <iron_stopwatch.hpp>
#include <vector>
std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels) in >> level;
    return levels;
}
void write(std::ostream &out, long long answer) { out << answer << '\n'; }
)" + before + "\nlong long solve(const std::vector<int> &levels) {\n" +
                                 body + "\n}\nIRON_STOPWATCH(read, solve, write)\n");
    }
    void good() const {
        solution("scan", "long long top = 0; for (int l : levels) if (l > top) top = l; return top;");
    }

    // Optimised a little: what is tried is the tool, and most of a test's time is building.
    static constexpr const char *flags = "flags = \"-O1 -std=c++20 -I" IRON_READ_AHEAD "\"\n";
    static std::string table(const std::string &name, const std::string &time = "") {
        return "[solutions." + name + "]\nsource = \"" + name + ".cpp\"\n" + flags +
               (time.empty() ? "" : "time = \"" + time + "\"\n");
    }
    // One of the demo problems, its C++ solutions built as the others of tests are.
    void demo(const std::string &name) const {
        using std::filesystem::copy_options;
        std::filesystem::copy(std::string(IRON_SOURCE "/demo/") + name, path(),
                              copy_options::recursive | copy_options::overwrite_existing);
        std::filesystem::remove_all(results());
        const std::regex source("(source = \"[^\"]*\\.cpp\"\n)");
        write("stopwatch.toml",
              std::regex_replace(read("stopwatch.toml"), source, std::string("$1") + flags));
    }

  private:
    Workspace workspace_;
};

} // namespace iron::test
