#include "lab/program.h"

#include <fstream>

#include "lab/languages/language.h"

namespace iron {

namespace {

std::string last_words(const std::filesystem::path &path) {
    std::ifstream in(path, std::ios::binary | std::ios::ate);
    if (!in) return "";
    const std::streamoff size = in.tellg(), keep = std::min<std::streamoff>(size, 64 << 10);
    in.seekg(size - keep);
    std::string text(static_cast<std::size_t>(keep), '\0');
    in.read(text.data(), keep);
    return text;
}

} // namespace

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
        ending = explained(std::move(ending), last_words(errors));
        const std::string said = tail_of(errors);
        if (!said.empty()) ending.detail += "; it said: " + said;
    }
    return ending;
}

} // namespace iron
