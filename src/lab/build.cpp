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
#include "lab/language.h"
#include "lab/parallel.h"
#include "lab/workspace.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

constexpr double compile_limit_s = 120;

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

Style style_of(const Problem &problem, const Solution &solution) {
    if (!solution.style.empty()) return solution.style == "function" ? Style::function : Style::program;
    for (const std::string &source : solution.sources)
        for (const char *name : {"iron_stopwatch", "IRON_STOPWATCH", "IronStopwatch"})
            if (read_file(problem.folder / source).find(name) != std::string::npos) return Style::function;
    return Style::program;
}

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
    try {
        built.style = style_of(problem, solution);
        Product product;
        built.timing = prepared(problem, solution, built.style, product);
        const Language *language = solution.sources.empty() ? nullptr : language_of(solution.sources.front());
        built.language = language ? language->name : "";
        built.message = product.message;
        built.cached = product.cached;
        built.ok = product.ok;
    } catch (const Error &error) {
        if (error.category() == Category::interrupted) throw;
        built.ok = false;
        built.message = error.what();
    }
    return built;
}

// Builds where that is needed, and says how to start what came of it.
Runnable Builder::prepared(const Problem &problem, const Solution &solution, Style style,
                           Product &product) const {
    Runnable runnable{{}, problem.folder, problem.limits, {"PYTHONDONTWRITEBYTECODE=1"}, false};
    const std::string first = solution.sources.empty() ? "" : solution.sources.front();
    const Language *language = first.empty() ? nullptr : language_of(first);
    if (!language && solution.run.empty() && solution.build.empty()) {
        product.message = fmt::format("{}: no way to run a '{}' file is known; give the solution 'run', and "
                                      "'build' where it has to be built",
                                      first, fs::path(first).extension().string());
        return runnable;
    }
    if (style == Style::function && solution.run.empty() && language && language->adapter.empty()) {
        product.message =
            fmt::format("function style in {} is not supported; give it style = \"program\"", language->name);
        return runnable;
    }
    for (const std::string &tool : {language && solution.build.empty() ? language->compiler : "",
                                    language && solution.run.empty() ? language->interpreter : ""})
        if (!tool.empty() && find_program(tool).empty()) {
            product.message =
                fmt::format("'{}' is not installed; on Debian: apt-get install {}", tool, language->package);
            return runnable;
        }
    const bool compiles = !solution.build.empty() || (language && !language->compiler.empty());
    product.ok = true;
    if (compiles) product = compiled(problem, solution, style, false);
    if (!product.ok) return runnable;
    if (language && language->reserves_memory) runnable.reserves_memory = true;
    if (language && language->adapter == "python" && style == Style::function)
        runnable.environment.push_back("PYTHONPATH=" + (adapters_ / "python").string());
    if (solution.keeps_input) runnable.environment.push_back("IRON_STOPWATCH_KEEPS_INPUT=1");
    if (!solution.run.empty()) {
        runnable.reserves_memory = true; // nobody knows what it starts
        for (const std::string &word : split_words(solution.run)) {
            if (word == "{sources}")
                runnable.command.insert(runnable.command.end(), solution.sources.begin(),
                                        solution.sources.end());
            else
                runnable.command.push_back(word == "{output}" ? product.program.string() : word);
        }
        if (runnable.command.empty()) throw Error(Category::usage, "'run' of " + solution.name + " is empty");
        const std::string &name = runnable.command.front();
        const bool beside = name.find('/') != std::string::npos && name[0] != '/';
        if (find_program(beside ? (problem.folder / name).string() : name).empty())
            throw Error(Category::not_possible,
                        fmt::format("the program '{}' of its 'run' is not installed", name));
        if (!beside && name[0] != '/') runnable.command.front() = interpreter_path(name);
    } else if (!compiles)
        runnable.command = start_command(*language, (problem.folder / first).string(), "", problem.limits);
    else if (language && !language->interpreter.empty())
        runnable.command = start_command(*language, product.program.string(),
                                         main_class_of(read_file(problem.folder / first)), problem.limits);
    else
        runnable.command = {product.program.string()};
    return runnable;
}

Runnable Builder::helper(const Problem &problem, const std::string &path) const {
    if (!fs::is_regular_file(problem.folder / path))
        throw Error(Category::usage, "there is no file '" + path + "' in the problem folder");
    Solution solution;
    solution.name = fs::path(path).stem();
    if (language_of(path))
        solution.sources = {path};
    else
        solution.run = path.find('/') == std::string::npos ? "./" + path : path;
    Product product;
    Runnable runnable = prepared(problem, solution, Style::program, product);
    if (!product.ok)
        throw Error(Category::not_possible, path + " can't be made ready to run:\n" + product.message);
    runnable.limits.stack_bytes = 0;
    return runnable;
}

void Builder::build_counters(const Problem &problem, std::vector<Built> &built,
                             const std::vector<std::string> &names) const {
    parallel_for(static_cast<int>(built.size()), [&](int i) {
        Built &one = built[i];
        if (!one.ok || std::find(names.begin(), names.end(), one.name) == names.end()) return;
        const Solution &solution = *problem.solution(one.name);
        const bool native = one.language == "C++" || one.language == "C";
        if (one.style == Style::program && (!native || !solution.run.empty())) {
            one.no_counting = "whole programs have step counters in C and C++ alone";
            return;
        }
        if (one.language == "Python") {
            one.counting = one.timing;
            one.counting->environment.push_back("PYTHONHASHSEED=0"); // the same order of sets in every count
            return;
        }
        if (!solution.build.empty() && solution.build.find("{flags}") == std::string::npos) {
            one.no_counting = "its build command has no {flags}, so the step counters can't be built in";
            return;
        }
        const Product counting = compiled(problem, solution, one.style, true);
        if (counting.ok) {
            one.counting = {{counting.program.string()}, problem.folder, problem.limits, {}, false};
            if (one.style == Style::function)
                one.counting->limits.memory_bytes += std::int64_t{1}
                                                     << 29; // the book kept of what is allocated
        } else
            one.no_counting = "the build with step counters failed: " + counting.message;
    });
}

// One of our own sources, compiled once to an object that goes into the builds.
fs::path Builder::linked_in(const std::string &source) const {
    const fs::path path = adapters_ / source;
    static std::mutex guard; // several solutions need it at once
    const std::lock_guard lock(guard);
    const char *compiler = path.extension() == ".c" ? "gcc" : "g++";
    const Product object = made({compiler, "-O2", "-c", path.string(), "-o", "{output}"}, adapters_, {path},
                                path.stem().string() + ".o");
    if (!object.ok) throw Error(Category::not_possible, source + " can't be built: " + object.message);
    return object.program;
}

std::vector<std::string> Builder::command_for(const Problem &problem, const Solution &solution, Style style,
                                              bool counting) const {
    const Language *language = language_of(solution.sources.empty() ? "" : solution.sources.front());
    std::vector<std::string> flags =
        split_words(solution.flags.empty() && language ? language->flags : solution.flags);
    const bool native = language && (language->name == "C++" || language->name == "C");
    if (native && style == Style::function) flags.push_back("-I" + (adapters_ / language->adapter).string());
    if (native && style == Style::program) flags.push_back(linked_in("c/stack_watch.c").string());
    if (counting) {
        flags.insert(flags.end(),
                     {"-fprofile-arcs",
                      solution.threads > 1 ? "-fprofile-update=atomic" : "-fprofile-update=single",
                      linked_in("cpp/step_receiver.cpp").string()});
        if (style == Style::function) // bound at its first call, a library function would take stack
            flags.insert(flags.end(), {linked_in("cpp/space_receiver.cpp").string(), "-Wl,-z,now"});
    }
    if (native && solution.threads > 1) flags.push_back("-pthread");
    const std::string pattern = solution.build.empty() ? language->compile : solution.build;
    std::vector<std::string> command;
    for (const std::string &word : split_words(pattern)) {
        if (word == "{sources}")
            for (const std::string &source : solution.sources)
                command.push_back(source);
        else if (word == "{flags}")
            command.insert(command.end(), flags.begin(), flags.end());
        else
            command.push_back(word);
    }
    // javac insists that a public class and its file have one name: the source is laid beside under that
    // name.
    if (language && language->name == "Java" && solution.build.empty())
        for (std::string &word : command)
            if (fs::path(word).extension() == ".java") {
                const std::string text = read_file(problem.folder / word);
                const fs::path named =
                    scratch_ / ("java-" + hex_digest(text)) / (main_class_of(text) + ".java");
                write_file(named, text);
                word = named;
            }
    return command;
}

Builder::Product Builder::compiled(const Problem &problem, const Solution &solution, Style style,
                                   bool counting) const {
    std::vector<fs::path> sources;
    for (const std::string &source : solution.sources)
        sources.push_back(problem.folder / source);
    return made(command_for(problem, solution, style, counting), problem.folder, sources,
                solution.name + (counting ? "-counting" : ""));
}

Builder::Product Builder::made(const std::vector<std::string> &pattern, const fs::path &folder,
                               const std::vector<fs::path> &sources, const std::string &file) const {
    const std::string &compiler = pattern.at(0);
    Product product;
    if (find_program(compiler).empty()) {
        product.message = fmt::format("the compiler '{}' is not installed", compiler);
        return product;
    }
    std::string identity = version_of(compiler) + "\n";
    for (const std::string &word : pattern)
        identity += (word.starts_with(scratch_.string()) ? fs::path(word).filename().string() : word) + "\n";
    for (const fs::path &source : sources)
        identity += hex_digest(read_file(source)) + "\n";
    const fs::path kept = cache_ / "builds" / hex_digest(identity);
    product.program = kept / file;
    const fs::path list = kept / "read.txt";
    if (fs::exists(product.program) && unchanged(list, folder)) {
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
    if (finished.ending.outcome != Outcome::done || !fs::exists(fresh)) {
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
    for (const std::string &one : files) {
        // Relative to the folder where it lies in it, so that a copy of the folder finds its builds.
        const fs::path path = (folder / one).lexically_normal(),
                       inside = path.lexically_relative(folder.lexically_normal());
        const bool below = !inside.empty() && *inside.begin() != "..";
        read += digest_of_file(path) + " " + (below ? inside : path).string() + "\n";
    }
    if (fs::is_directory(product.program)) fs::remove_all(product.program);
    fs::rename(fresh, product.program);
    write_file(list, read);
    std::error_code ignored;
    fs::remove(rules, ignored);
    product.ok = true;
    return product;
}

} // namespace iron
