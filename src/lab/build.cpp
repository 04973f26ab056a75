#include "lab/build.h"

#include <algorithm>
#include <cstdlib>
#include <fmt/format.h>
#include <map>
#include <mutex>
#include <sstream>
#include <unistd.h>

#include "core/nearest.h"
#include "lab/carried.h"
#include "lab/parallel.h"
#include "lab/workspace.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

constexpr double compile_limit_s = 120;

// Language by the ending of the first source.
std::string language_of(const Solution &solution) {
    static const std::map<std::string, std::string> endings = {
        {".cpp", "C++"}, {".cc", "C++"}, {".cxx", "C++"}};
    const auto found = endings.find(fs::path(solution.sources.at(0)).extension());
    return found == endings.end() ? "" : found->second;
}

bool names_adapter(const Problem &problem, const Solution &solution) {
    for (const std::string &source : solution.sources)
        for (const char *name : {"iron_stopwatch", "IRON_STOPWATCH", "IronStopwatch"})
            if (read_file(problem.folder / source).find(name) != std::string::npos) return true;
    return false;
}

// Files that a compiler's dependency file (make rules) names as read.
std::vector<std::string> dependencies_in(const std::string &text) {
    std::vector<std::string> files;
    std::string word;
    bool after_colon = false;
    const auto end_word = [&] {
        if (after_colon && !word.empty()) files.push_back(word);
        if (!word.empty() && word.back() == ':') after_colon = true;
        word.clear();
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (text[i] == '\\' && i + 1 < text.size() && text[i + 1] == '\n') {
            end_word();
            ++i;
        } else if (text[i] == '\\' && i + 1 < text.size() && text[i + 1] == ' ')
            word += text[++i];
        else if (text[i] == ' ' || text[i] == '\n') {
            end_word();
            if (text[i] == '\n') after_colon = false;
        } else
            word += text[i];
    }
    end_word();
    return files;
}

std::string digest_of_file(const fs::path &path) {
    // Headers are shared between solutions, and do not change while the tool runs its builds.
    static std::mutex guard;
    static std::map<std::string, std::string> known;
    const std::lock_guard lock(guard);
    auto &digest = known[path.string()];
    if (digest.empty()) digest = fs::is_regular_file(path) ? hex_digest(read_file(path)) : "missing";
    return digest;
}

// Every line of a build's list is a file it read (below `folder` where the path is relative) and that file's
// digest.
bool unchanged(const fs::path &list, const fs::path &folder) {
    if (!fs::is_regular_file(list)) return false;
    std::istringstream lines(read_file(list));
    std::string digest, path;
    bool any = false;
    while (lines >> digest && std::getline(lines >> std::ws, path)) {
        if (digest_of_file(folder / path) != digest) return false;
        any = true;
    }
    return any;
}

} // namespace

std::vector<std::string> split_words(const std::string &text) {
    std::vector<std::string> words;
    std::string word;
    bool open = false;
    char quote = 0;
    for (const char c : text) {
        if (quote) {
            if (c == quote)
                quote = 0;
            else
                word += c;
        } else if (c == '"' || c == '\'')
            quote = c, open = true;
        else if (c == ' ' || c == '\t' || c == '\n') {
            if (open || !word.empty()) words.push_back(word);
            word.clear();
            open = false;
        } else
            word += c;
    }
    if (open || !word.empty()) words.push_back(word);
    return words;
}

fs::path cache_folder() {
    const auto variable = [](const char *name) {
        const char *value = std::getenv(name);
        return fs::path(value ? value : "");
    };
    if (const fs::path own = variable("IRON_STOPWATCH_CACHE"); !own.empty()) return fs::absolute(own);
    if (const fs::path xdg = variable("XDG_CACHE_HOME"); !xdg.empty()) return xdg / "iron-stopwatch";
    if (const fs::path home = variable("HOME"); !home.empty()) return home / ".cache" / "iron-stopwatch";
    return fs::temp_directory_path() / fmt::format("iron-stopwatch-{}", getuid());
}

std::string version_of(const std::string &program) {
    static std::mutex guard;
    static std::map<std::string, std::string> known;
    const std::lock_guard lock(guard);
    if (const auto found = known.find(program); found != known.end()) return found->second;
    std::string version;
    if (const std::string path = find_program(program); !path.empty()) {
        Launch launch;
        launch.command = {path, "--version"};
        const Workspace scratch;
        const Finished finished = run_to_end(launch, scratch.path(), 10);
        version = finished.output.substr(0, finished.output.find('\n'));
    }
    return known[program] = version;
}

Builder::Builder(fs::path scratch) : scratch_(std::move(scratch)), cache_(cache_folder()) {
    std::string all;
    for (const CarriedFile &file : carried_adapters())
        all += file.path + "\n" + std::string(file.text) + "\n";
    adapters_ = cache_ / ("adapters-" + hex_digest(all));
    lay_out(carried_adapters(), adapters_);
}

std::vector<Built> Builder::build_all(const Problem &problem,
                                      const std::vector<const Solution *> &solutions) const {
    std::vector<Built> all(solutions.size());
    parallel_for(static_cast<int>(solutions.size()), [&](int i) { all[i] = build(problem, *solutions[i]); });
    return all;
}

Built Builder::build(const Problem &problem, const Solution &solution) const {
    Built built;
    built.name = solution.name;
    built.language = language_of(solution);
    try {
        if (built.language.empty()) {
            built.message =
                fmt::format("{}: no way to build a '{}' file is known; C++ sources end in .cpp",
                            solution.sources.at(0), fs::path(solution.sources.at(0)).extension().string());
            return built;
        }
        const bool function =
            solution.style.empty() ? names_adapter(problem, solution) : solution.style == "function";
        if (!function) {
            built.message =
                fmt::format("{} does not use the adapter; only function style is measured in this version",
                            solution.sources.at(0));
            return built;
        }
        const Product timing = compiled(problem, solution, false);
        built.message = timing.message;
        built.cached = timing.cached;
        if (!timing.ok) return built;
        built.ok = true;
        built.timing = {{timing.program.string()}, problem.folder, problem.limits};
    } catch (const Error &error) {
        if (error.category() == Category::interrupted) throw;
        built.ok = false;
        built.message = error.what();
    }
    return built;
}

void Builder::build_counters(const Problem &problem, std::vector<Built> &built,
                             const std::vector<std::string> &names) const {
    parallel_for(static_cast<int>(built.size()), [&](int i) {
        Built &one = built[i];
        if (!one.ok || std::find(names.begin(), names.end(), one.name) == names.end()) return;
        const Solution &solution = *problem.solution(one.name);
        if (!solution.build.empty() && solution.build.find("{flags}") == std::string::npos) {
            one.no_counting = "its build command has no {flags}, so the step counters can't be built in";
            return;
        }
        const Product counting = compiled(problem, solution, true);
        if (counting.ok)
            one.counting = {{counting.program.string()}, problem.folder, problem.limits};
        else
            one.no_counting = "the build with step counters failed: " + counting.message;
    });
}

// The step receiver, compiled once.
fs::path Builder::receiver() const {
    const fs::path source = adapters_ / "cpp" / "step_receiver.cpp";
    static std::mutex guard; // several solutions need it at once
    const std::lock_guard lock(guard);
    const Product object = made({"g++", "-O2", "-std=c++20", "-c", source.string(), "-o", "{output}"},
                                adapters_, {source}, "receiver", ".o", false);
    if (!object.ok)
        throw Error(Category::not_possible, "the step receiver can't be built: " + object.message);
    return object.program;
}

std::vector<std::string> Builder::command_for(const Solution &solution, bool counting) const {
    std::vector<std::string> flags = split_words(solution.flags.empty() ? "-O2 -std=c++20" : solution.flags);
    flags.push_back("-I" + (adapters_ / "cpp").string());
    if (counting) {
        flags.insert(flags.end(), {"-fprofile-arcs", "-fprofile-update=single", receiver().string()});
        if (solution.threads > 1)
            std::replace(flags.begin(), flags.end(), std::string("-fprofile-update=single"),
                         std::string("-fprofile-update=atomic"));
    }
    if (solution.threads > 1) flags.push_back("-pthread");
    const std::string pattern = solution.build.empty() ? "g++ {sources} -o {output} {flags}" : solution.build;
    std::vector<std::string> command;
    for (const std::string &word : split_words(pattern)) {
        if (word == "{sources}")
            command.insert(command.end(), solution.sources.begin(), solution.sources.end());
        else if (word == "{flags}")
            command.insert(command.end(), flags.begin(), flags.end());
        else
            command.push_back(word);
    }
    return command;
}

Builder::Product Builder::compiled(const Problem &problem, const Solution &solution, bool counting) const {
    std::vector<fs::path> sources;
    for (const std::string &source : solution.sources)
        sources.push_back(problem.folder / source);
    return made(command_for(solution, counting), problem.folder, sources, solution.name, "", counting);
}

Builder::Product Builder::made(const std::vector<std::string> &pattern, const fs::path &folder,
                               const std::vector<fs::path> &sources, const std::string &name,
                               const std::string &suffix, bool counting) const {
    const std::string &compiler = pattern.at(0);
    Product product;
    if (find_program(compiler).empty()) {
        product.message = fmt::format("the compiler '{}' is not installed{}", compiler,
                                      compiler == "g++" ? "; on Debian: apt-get install g++" : "");
        return product;
    }
    std::string identity = version_of(compiler) + "\n";
    for (const std::string &word : pattern)
        identity += word + "\n";
    for (const fs::path &source : sources)
        identity += hex_digest(read_file(source)) + "\n";
    const fs::path kept = cache_ / "builds" / hex_digest(identity);
    product.program = kept / (name + (counting ? "-counting" : "") + suffix);
    const fs::path list = kept / "read.txt";
    if (fs::is_regular_file(product.program) && unchanged(list, folder)) {
        product.ok = product.cached = true;
        return product;
    }
    fs::create_directories(kept);
    const fs::path fresh = product.program.string() + fmt::format(".part-{}", getpid()),
                   rules = fresh.string() + ".d";
    Launch launch;
    for (std::string word : pattern) {
        const std::size_t at = word.find("{output}");
        if (at != std::string::npos) word.replace(at, 8, fresh.string());
        launch.command.push_back(word);
    }
    launch.folder = folder;
    // g++ writes what it reads there, whatever its command line is; system headers too.
    launch.environment = {"SUNPRO_DEPENDENCIES=" + rules.string(), "LC_ALL=C"};
    const Finished finished = run_to_end(launch, scratch_, compile_limit_s);
    if (finished.ending.outcome != Outcome::done || !fs::is_regular_file(fresh)) {
        product.message = finished.errors + finished.output;
        if (finished.ending.outcome == Outcome::over_time)
            product.message += "the compiler did not end within 120 s\n";
        if (product.message.empty())
            product.message = "the build command left no program: " + finished.ending.detail + "\n";
        while (!product.message.empty() && product.message.back() == '\n')
            product.message.pop_back();
        return product;
    }
    std::string read;
    std::vector<std::string> files =
        fs::is_regular_file(rules) ? dependencies_in(read_file(rules)) : std::vector<std::string>{};
    for (const fs::path &source : sources)
        files.push_back(source.string());
    for (const std::string &file : files) {
        // Relative to the folder where it lies in it, so that a copy of the folder finds its builds.
        const fs::path path = (folder / file).lexically_normal(),
                       inside = path.lexically_relative(folder.lexically_normal());
        const bool below = !inside.empty() && *inside.begin() != "..";
        read += digest_of_file(path) + " " + (below ? inside : path).string() + "\n";
    }
    fs::rename(fresh, product.program);
    write_file(list, read);
    std::error_code ignored;
    fs::remove(rules, ignored);
    product.ok = true;
    return product;
}

} // namespace iron
