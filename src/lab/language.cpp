#include "lab/language.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <mutex>
#include <regex>

#include "lab/process.h"
#include "lab/workspace.h"

namespace iron {

namespace fs = std::filesystem;

const std::vector<Language> &languages() {
    static const std::vector<Language> all = {
        {"C++",
         {".cpp", ".cc", ".cxx"},
         "g++",
         "g++ {sources} -o {output} {flags}",
         "-O2 -std=c++20",
         "",
         "g++",
         "cpp",
         false},
        {"C",
         {".c"},
         "gcc",
         "gcc {sources} -o {output} {flags} -lm",
         "-O2 -std=gnu17",
         "",
         "gcc",
         "c",
         false},
        {"Python", {".py"}, "", "", "", "python3", "python3", "python", false},
        {"JavaScript", {".js", ".cjs", ".mjs"}, "", "", "", "node", "nodejs", "javascript", true},
        {"Java",
         {".java"},
         "javac",
         "javac -d {output} {flags} {sources}",
         "-encoding UTF-8",
         "java",
         "default-jdk-headless",
         "java",
         true},
    };
    return all;
}

const Language *language_of(const fs::path &source) {
    const std::string ending = source.extension();
    for (const Language &language : languages())
        if (std::find(language.endings.begin(), language.endings.end(), ending) != language.endings.end())
            return &language;
    return nullptr;
}

namespace {

// What the interpreter says of its own place.
std::string told_by(const std::string &found, const std::vector<std::string> &question) {
    Launch launch;
    launch.command = {found};
    launch.command.insert(launch.command.end(), question.begin(), question.end());
    const Workspace scratch;
    std::string said = run_to_end(launch, scratch.path(), 20).output;
    return said.substr(0, said.find('\n'));
}

} // namespace

std::string interpreter_path(const std::string &name) {
    static std::mutex guard;
    static std::map<std::string, std::string> known;
    const std::lock_guard lock(guard);
    if (const auto found = known.find(name); found != known.end()) return found->second;
    const std::string found = find_program(name);
    std::string real = found;
    if (!found.empty()) {
        std::string told;
        if (name == "python3") told = told_by(found, {"-c", "import sys; print(sys.executable)"});
        if (name == "node") told = told_by(found, {"-p", "process.execPath"});
        std::error_code fault;
        const fs::path straight = fs::canonical(found, fault);
        if (told.starts_with("/") && !find_program(told).empty())
            real = told;
        else if (!fault)
            real = straight;
    }
    return known[name] = real;
}

std::vector<std::string> start_command(const Language &language, const std::string &program,
                                       const std::string &main_class, const Limits &limits) {
    const auto mebibytes = [](std::int64_t bytes) { return std::max<std::int64_t>(bytes >> 20, 16); };
    const std::string interpreter = interpreter_path(language.interpreter);
    if (language.name == "Python") return {interpreter, program};
    if (language.name == "JavaScript") {
        // The engine keeps clear of the end of the stack by itself: a mebibyte is left for its own frames.
        const std::int64_t stack_kib = std::max<std::int64_t>((limits.stack_bytes >> 10) - 1024, 984);
        return {interpreter, fmt::format("--max-old-space-size={}", mebibytes(limits.memory_bytes)),
                fmt::format("--stack-size={}", stack_kib), program};
    }
    if (language.name == "Java")
        return {interpreter, fmt::format("-Xmx{}m", mebibytes(limits.memory_bytes)),
                fmt::format("-Xss{}k", std::max<std::int64_t>(limits.stack_bytes >> 10, 256)),
                "-XX:+UseSerialGC",
                // It names a file after the process, and warns on standard output where two sandboxes have
                // the same number.
                "-XX:-UsePerfData", "-cp", program, main_class};
    return {program};
}

std::string main_class_of(const std::string &source_text) {
    static const std::regex any_class(R"(\bclass\s+([A-Za-z_$][\w$]*))"),
        public_class(R"(\bpublic\s+(?:final\s+)?class\s+([A-Za-z_$][\w$]*))");
    std::string first;
    for (std::sregex_iterator it(source_text.begin(), source_text.end(), any_class), end; it != end; ++it) {
        if ((*it)[1] == "Main") return "Main";
        if (first.empty()) first = (*it)[1];
    }
    std::smatch found;
    if (std::regex_search(source_text, found, public_class)) return found[1];
    return first;
}

} // namespace iron
