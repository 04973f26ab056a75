#include "lab/languages/language.h"

#include <algorithm>
#include <boost/tokenizer.hpp>
#include <cctype>
#include <charconv>
#include <map>
#include <mutex>
#include <regex.h>
#include <set>
#include <sstream>

#include "lab/languages/enclosing.h"
#include "lab/process.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

const std::vector<const Language *> &languages() {
    static const std::vector<const Language *> all = {&language_cpp(),    &language_c(),
                                                      &language_python(), &language_javascript(),
                                                      &language_java(),   &language_rust()};
    return all;
}

const Language *language_of(const fs::path &source) {
    for (const Language *language : languages())
        for (const std::string &extension : language->extensions())
            if (source.extension() == extension) return language;
    return nullptr;
}

const Language *language_of(const Solution &solution) {
    return solution.sources.empty() ? nullptr : language_of(fs::path(solution.sources.front()));
}

std::vector<const Language *> languages_of(const Problem &problem) {
    std::set<const Language *> spoken = {language_of(fs::path(problem.answers.referee))};
    for (const Solution &solution : problem.solutions)
        spoken.insert(language_of(solution));
    for (const Shape &shape : problem.shapes)
        spoken.insert(language_of(fs::path(shape.program)));
    std::vector<const Language *> all;
    for (const Language *language : languages())
        if (spoken.contains(language)) all.push_back(language);
    return all;
}

std::vector<std::string> Recipe::flags(const std::string &usual) const {
    return split_words(solution.flags.empty() ? usual : solution.flags);
}

// The modules of the same folder, in the same language.
std::vector<fs::path> Language::read_along(const fs::path &source) const {
    std::vector<fs::path> files;
    for (const auto &entry : fs::directory_iterator(source.parent_path()))
        if (entry.path().extension() == source.extension()) files.push_back(entry.path());
    return files;
}

namespace {

// The first line that a program says.
std::string told_by(const std::string &program, const std::vector<std::string> &question, double seconds) {
    Launch launch;
    launch.command = {program};
    launch.command.insert(launch.command.end(), question.begin(), question.end());
    const Workspace scratch;
    const std::string said = run_to_end(launch, scratch.path(), seconds).output;
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
        for (const Language *language : languages())
            if (const auto question = language->place_question();
                !question.empty() && language->tools().front() == name)
                told = told_by(found, question, 20);
        std::error_code fault;
        const fs::path straight = fs::canonical(found, fault);
        if (told.starts_with("/") && !find_program(told).empty())
            real = told;
        else if (!fault)
            real = straight;
    }
    return known[name] = real;
}

std::string version_of(const std::string &program) {
    static std::mutex guard;
    static std::map<std::string, std::string> known;
    {
        const std::lock_guard lock(guard);
        if (const auto found = known.find(program); found != known.end()) return found->second;
    }
    const std::string path = find_program(program);
    if (path.empty()) return "";
    std::vector<std::string> question = {"--version"};
    std::string told;
    std::error_code fault;
    const fs::path straight = fs::canonical(path, fault);
    for (const Language *language : languages()) {
        if (told.empty() && !fault) told = language->version_beside(straight);
        for (const std::string &tool : language->tools())
            if (tool == program) question = language->version_question(program);
    }
    if (told.empty()) told = told_by(path, question, 10);
    const std::lock_guard lock(guard);
    return known[program] = told;
}

namespace {

const char *const own_run = "it has a 'run' command of its own";

} // namespace

std::string hindered_build(const Recipe &recipe) {
    const Solution &solution = recipe.solution;
    if (recipe.style == Style::program && !solution.run.empty()) return own_run;
    if (!solution.build.empty() && solution.build.find("{flags}") == std::string::npos)
        return "its build command has no {flags}, so the step counters can't be built in";
    return "";
}

std::string said_of(const Said &said, const std::string &name) {
    const auto found = said.find(name);
    return found == said.end() ? "" : found->second;
}

namespace {

// "%20" is a blank.
std::string decoded(const std::string &text) {
    std::string plain;
    for (std::size_t i = 0; i < text.size(); ++i) {
        int letter = 0;
        if (text[i] == '%' && i + 2 < text.size() &&
            std::from_chars(&text[i + 1], &text[i + 3], letter, 16).ptr == &text[i + 3]) {
            plain += static_cast<char>(letter);
            i += 2;
        } else
            plain += text[i];
    }
    return plain;
}

// "spots=12:1005,13%20sorted:17": keys of spots, what would divide words within them in hexadecimal.
SpotCounts told_spots(const Said &said) {
    SpotCounts counts;
    std::istringstream spots(said_of(said, "spots"));
    for (std::string spot; std::getline(spots, spot, ',');) {
        const std::size_t colon = spot.rfind(':');
        std::int64_t count = 0;
        if (colon == std::string::npos) continue;
        std::from_chars(spot.data() + colon + 1, spot.data() + spot.size(), count);
        if (count > 0) counts[decoded(spot.substr(0, colon))] += count;
    }
    return counts;
}

} // namespace

SpotReader Language::spot_reader(const Recipe &, const std::filesystem::path &) const { return told_spots; }

std::string hindered_runtime(const Recipe &recipe) { return recipe.solution.run.empty() ? "" : own_run; }

std::string as_pattern(const std::string &name) {
    std::string pattern;
    for (const char c : name)
        pattern += (std::isalnum(static_cast<unsigned char>(c)) || c == '_') ? std::string(1, c)
                   : c == '^'                                                ? "\\^"
                                                                             : "[" + std::string(1, c) + "]";
    return pattern;
}

std::vector<std::string> found_in(const std::string &text, const char *pattern, int group) {
    regex_t compiled;
    std::vector<std::string> names;
    if (regcomp(&compiled, pattern, REG_EXTENDED) != 0) return names;
    constexpr std::size_t groups = 4; // the whole of it and three
    regmatch_t at[groups];
    for (const char *from = text.c_str(); regexec(&compiled, from, groups, at, 0) == 0; from += at[0].rm_eo)
        names.push_back(at[group].rm_so < 0 ? ""
                                            : std::string(from + at[group].rm_so, from + at[group].rm_eo));
    regfree(&compiled);
    return names;
}

EnclosingLines Language::enclosing_lines(const std::string &source) const {
    return enclosing_lines_in_braces(source);
}

std::vector<FoundFunction> Language::functions_in(const std::string &source) const {
    return functions_in_braces(source);
}

bool names_adapter(const std::string &source) {
    for (const char *name : {"iron_stopwatch", "IRON_STOPWATCH", "IronStopwatch"})
        if (source.find(name) != std::string::npos) return true;
    return false;
}

std::vector<std::string> split_words(const std::string &text) {
    using Separator = boost::escaped_list_separator<char>;
    std::vector<std::string> words;
    for (const std::string &word : boost::tokenizer<Separator>(text, Separator("", " \t\n", "\"'")))
        if (!word.empty()) words.push_back(word);
    return words;
}

} // namespace iron
