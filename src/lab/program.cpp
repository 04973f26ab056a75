#include "lab/program.h"

#include "lab/languages/language.h"
#include "lab/said.h"

namespace iron {

Ending explained(Ending ending, const std::string &said) {
    if (ending.outcome != Outcome::failed && ending.outcome != Outcome::crashed) return ending;
    for (const Language *language : languages())
        for (const LastWords &words : language->last_words())
            if (said.find(words.text) != std::string::npos) {
                ending.outcome = words.outcome;
                ending.detail = words.text;
                return ending;
            }
    return ending;
}

Ending run_program(const Runnable &runnable, const std::filesystem::path &input,
                   const std::filesystem::path &output, const std::filesystem::path &errors, double limit_s,
                   bool exact_peak) {
    Launch launch;
    launch.command = runnable.command;
    launch.folder = runnable.folder;
    launch.environment = runnable.environment;
    launch.input_path = input;
    launch.output_path = output;
    launch.error_path = errors;
    launch.exact_peak = exact_peak;
    runnable.put_limits(launch);
    Process process(launch);
    Ending ending = process.wait(limit_s);
    std::error_code ignored;
    if (ending.outcome == Outcome::failed && static_cast<std::int64_t>(std::filesystem::file_size(
                                                 output, ignored)) >= runnable.limits.output_bytes) {
        ending.outcome = Outcome::over_output; // it took the refused write for an error of its own
        ending.detail.clear();
    }
    if (ending.outcome == Outcome::failed || ending.outcome == Outcome::crashed) {
        const std::string said = said_in(errors);
        ending = explained(std::move(ending), said);
        ending.said = said;
    }
    return ending;
}

std::string told(const Ending &ending) {
    if (ending.said.empty()) return ending.detail;
    return ending.detail + (ending.detail.empty() ? "it said: " : "; it said: ") + in_short(ending.said);
}

} // namespace iron
