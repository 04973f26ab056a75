// A problem folder, and the built program run on it.
#pragma once

#include <algorithm>
#include <chrono>
#include <cstdlib>
#include <filesystem>
#include <fmt/format.h>
#include <functional>
#include <gtest/gtest.h>
#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include "lab/process.h"
#include "lab/workspace.h"
#include "support/problem_folder.h"

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

class Folder : public ProblemFolder {
  public:
    bool draws = false;                   // figures take longer than many a test
    std::vector<std::string> environment; // NAME=VALUE, of every run

    nlohmann::json json(const std::string &name) const {
        return nlohmann::json::parse(read_file(results() / name));
    }

    // A list in one of the documents, as a value of its own that a loop can go over.
    nlohmann::json list(const std::string &name, const std::string &key) const { return json(name).at(key); }

    // Runs the program in the folder; `input` is its standard input.
    Ran run(std::vector<std::string> arguments, const std::string &input = "",
            double most_patience = 2) const {
        const Workspace scratch;
        Launch launch;
        launch.command = {IRON_PROGRAM};
        launch.environment = environment;
        launch.environment.push_back(
            fmt::format("IRON_STOPWATCH_PATIENCE={:.2f}", std::min(most_patience, slowness())));
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
    // hangs on what runs beside it. The first is stretched less, since others may follow.
    Ran run_until(const std::function<bool()> &enough, const std::vector<std::string> &arguments) const {
        Ran ran;
        for (int session = 0; session < 10; ++session) {
            ran = run(arguments, "", session == 0 ? 1.5 : 3);
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
};

inline void expect_contains(const std::string &text, const std::string &part) {
    EXPECT_NE(text.find(part), std::string::npos) << "'" << part << "' is not in:\n" << text;
}

} // namespace iron::test
