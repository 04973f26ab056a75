// A problem folder in a temporary place, and the built program run on it.
#pragma once

#include <algorithm>
#include <chrono>
#include <cstdlib>
#include <filesystem>
#include <fmt/format.h>
#include <functional>
#include <gtest/gtest.h>
#include <nlohmann/json.hpp>
#include <regex>
#include <string>
#include <vector>

#include "lab/process.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron::test {

// How many times slower than usual the machine is just now, at least 1: what a little arithmetic and the
// start of a few processes take, against what they take on a machine that has nothing else to do. Budgets and
// limits are stretched by it, so that what a test sees does not hang on what runs beside it.
inline double slowness() {
    const auto seconds = [](const auto &work) {
        const auto from = std::chrono::steady_clock::now();
        work();
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - from).count();
    };
    const double counting = seconds([] {
        for (volatile int i = 0; i < 10'000'000;)
            i = i + 1;
    });
    const double starting = seconds([] {
        for (int i = 0; i < 4; ++i)
            if (std::system("exit 0") != 0) std::abort();
    });
    return std::clamp(std::max(counting / 0.009, starting / 0.0045), 1.0, 3.0);
}

struct Ran {
    int status = 0;
    std::string out, err;
};

class Folder {
  public:
    bool draws = false;                   // figures take longer than many a test
    std::vector<std::string> environment; // NAME=VALUE, of every run
    Folder() {
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
    nlohmann::json json(const std::string &name) const {
        return nlohmann::json::parse(read_file(results() / name));
    }

    // A list in one of the documents, as a value of its own that a loop can go over.
    nlohmann::json list(const std::string &name, const std::string &key) const { return json(name).at(key); }

    // Runs the program in the folder; `input` is its standard input.
    Ran run(std::vector<std::string> arguments, const std::string &input = "") const {
        const Workspace scratch;
        Launch launch;
        launch.command = {IRON_PROGRAM};
        launch.environment = environment;
        launch.environment.push_back(fmt::format("IRON_STOPWATCH_PATIENCE={:.2f}", slowness()));
        launch.command.insert(launch.command.end(), arguments.begin(), arguments.end());
        // Answers are compared on fewer small inputs than a person would want: every run pays for them.
        const auto has = [&](const char *word) {
            return std::find(arguments.begin(), arguments.end(), word) != arguments.end();
        };
        if (!arguments.empty() && arguments[0] == "run" && !has("--tries"))
            launch.command.insert(launch.command.end(), {"--tries", "15"});
        if (!arguments.empty() && arguments[0] == "run" && !draws) launch.command.push_back("--no-figures");
        launch.folder = path();
        if (!input.empty()) {
            write_file(scratch.path() / "input", input);
            launch.input_path = scratch.path() / "input";
        }
        const Finished finished = run_to_end(launch, scratch.path(), 600);
        Ran ran{0, finished.output, finished.errors};
        if (finished.ending.outcome == Outcome::failed)
            ran.status = std::stoi(finished.ending.detail.substr(12));
        else if (finished.ending.outcome != Outcome::done)
            ran.status = -1;
        return ran;
    }

    // The same, session after session, each going on from the last, until there is enough: how far one gets
    // hangs on what runs beside it.
    Ran run_until(const std::function<bool()> &enough, const std::vector<std::string> &arguments) const {
        Ran ran;
        for (int session = 0; session < 10; ++session) {
            ran = run(arguments);
            if (enough()) break;
        }
        return ran;
    }

    bool all_decided() const {
        const auto claims = list("claims.json", "claims");
        return std::none_of(claims.begin(), claims.end(),
                            [](const auto &claim) { return claim.at("verdict") == "undecided"; });
    }

    // What agreement.json says of a solution.
    nlohmann::json agreement_of(const std::string &name) const {
        for (const auto &one : list("agreement.json", "solutions"))
            if (one.at("name") == name) return one;
        return nullptr;
    }

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

inline void expect_contains(const std::string &text, const std::string &part) {
    EXPECT_NE(text.find(part), std::string::npos) << "'" << part << "' is not in:\n" << text;
}

} // namespace iron::test
