#include "lab/build.h"

#include <algorithm>
#include <cstdlib>
#include <fmt/format.h>
#include <map>
#include <mutex>
#include <sstream>
#include <unistd.h>

#include "core/nearest.h"
#include "lab/language.h"
#include "lab/parallel.h"
#include "lab/workspace.h"
#include "records/carried.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

// Library calls whose bulk work is counted (adapters/cpp/bulk_receiver.cpp), and those of C++ alone
// (tree_receiver.cpp).
const char *const bulk_calls[] = {"memcpy",  "mempcpy", "memmove", "memset", "memcmp",  "bcmp",   "memchr",
                                  "memrchr", "strlen",  "strnlen", "strcmp", "strncmp", "strcpy", "stpcpy",
                                  "strncpy", "strcat",  "strdup",  "strchr", "strrchr", "strstr", "calloc",
                                  "realloc", "qsort",   "bsearch", "fread",  "fwrite",  "fgets",  "fputs"};
const char *const bulk_calls_of_cpp[] = {"_ZSt11_Hash_bytesPKvmm",
                                         "_ZSt18_Rb_tree_incrementPSt18_Rb_tree_node_base",
                                         "_ZSt18_Rb_tree_decrementPSt18_Rb_tree_node_base",
                                         "_ZSt18_Rb_tree_incrementPKSt18_Rb_tree_node_base",
                                         "_ZSt18_Rb_tree_decrementPKSt18_Rb_tree_node_base",
                                         "_ZSt29_Rb_tree_insert_and_rebalancebPSt18_Rb_tree_node_baseS0_RS_"};

// Before C++20 std::string's members lie compiled in the library, where no step is seen; with its assertions
// on they are compiled with the solution.
bool string_is_precompiled(const std::vector<std::string> &flags) {
    std::string standard;
    for (const std::string &flag : flags)
        if (flag.starts_with("-std=")) standard = flag.substr(5);
    return standard.empty() || standard.ends_with("11") || standard.ends_with("14") ||
           standard.ends_with("17");
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

std::string version_of(const std::string &program) {
    static std::mutex guard;
    static std::map<std::string, std::string> known;
    const std::lock_guard lock(guard);
    if (const auto found = known.find(program); found != known.end()) return found->second;
    std::string version;
    if (const std::string path = find_program(program); !path.empty()) {
        Launch launch;
        launch.command = {path};
        // See start_command(): the warning would be taken for the version.
        if (program == "java") launch.command.push_back("-XX:-UsePerfData");
        if (program == "javac") launch.command.push_back("-J-XX:-UsePerfData");
        launch.command.push_back("--version");
        const Workspace scratch;
        const Finished finished = run_to_end(launch, scratch.path(), 10);
        version = finished.output.substr(0, finished.output.find('\n'));
    }
    return known[program] = version;
}

Builder::Builder(fs::path scratch) : scratch_(std::move(scratch)), store_(cache_folder(), scratch_) {
    std::string all;
    for (const CarriedFile &file : carried_adapters())
        all += file.path + "\n" + std::string(file.text) + "\n";
    adapters_ = cache_folder() / ("adapters-" + hex_digest(all));
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
    if (style == Style::function) {
        runnable.environment.push_back("PYTHONPATH=" + (adapters_ / "python").string());
        runnable.environment.push_back("NODE_PATH=" + (adapters_ / "javascript").string());
    }
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

std::optional<Runnable> Builder::empty_program(const std::string &language) const {
    static const std::map<std::string, std::pair<std::string, std::string>> texts = {
        {"C++", {"empty.cpp", "#include <iostream>\nint main() {}\n"}},
        {"C", {"empty.c", "int main(void) { return 0; }\n"}},
        {"Python", {"empty.py", "\n"}},
        {"JavaScript", {"empty.js", "\n"}},
        {"Java", {"Empty.java", "class Empty { public static void main(String[] arguments) {} }\n"}},
    };
    const auto found = texts.find(language);
    if (found == texts.end()) return std::nullopt;
    Problem problem;
    problem.folder = adapters_ / "empty"; // a folder that stays: builds are kept by it
    write_file(problem.folder / found->second.first, found->second.second);
    Solution solution;
    solution.name = "empty";
    solution.sources = {found->second.first};
    Product product;
    const Runnable runnable = prepared(problem, solution, Style::program, product);
    return product.ok ? std::optional(runnable) : std::nullopt;
}

void Builder::build_counters(const Problem &problem, std::vector<Built> &built,
                             const std::vector<std::string> &names) const {
    parallel_for(static_cast<int>(built.size()), [&](int i) {
        Built &one = built[i];
        if (!one.ok || std::find(names.begin(), names.end(), one.name) == names.end()) return;
        try {
            build_counter(problem, *problem.solution(one.name), one);
        } catch (const Error &error) {
            if (error.category() == Category::interrupted) throw;
            one.no_counting = error.what();
        }
    });
}

void Builder::build_counter(const Problem &problem, const Solution &solution, Built &built) const {
    const bool native = built.language == "C++" || built.language == "C";
    if (built.style == Style::program && (!native || !solution.run.empty())) {
        built.no_counting = "whole programs have step counters in C and C++ alone";
        return;
    }
    if (!native) {
        if (solution.run.empty())
            built.counting = counting_by_interpreter(built, solution);
        else
            built.no_counting = "it has a 'run' command of its own";
        return;
    }
    if (!solution.build.empty() && solution.build.find("{flags}") == std::string::npos) {
        built.no_counting = "its build command has no {flags}, so the step counters can't be built in";
        return;
    }
    const Product counting = compiled(problem, solution, built.style, true);
    if (!counting.ok) {
        built.no_counting = "the build with step counters failed: " + counting.message;
        return;
    }
    built.counting = {{counting.program.string()}, problem.folder, problem.limits, {}, false};
    // The book kept of what is allocated.
    if (built.style == Style::function) built.counting->limits.memory_bytes += std::int64_t{1} << 29;
}

// What the interpreter needs to be told so that it counts, and comes to the same count every time.
Runnable Builder::counting_by_interpreter(const Built &built, const Solution &solution) const {
    Runnable counting = built.timing;
    const auto told = [&](const std::vector<std::string> &options) {
        counting.command.insert(counting.command.begin() + 1, options.begin(), options.end());
    };
    if (built.language == "Python" || built.language == "JavaScript")
        counting.environment.push_back("IRON_STOPWATCH_COUNTS=1");
    if (built.language == "Python") counting.environment.push_back("PYTHONHASHSEED=0");
    if (built.language == "JavaScript") {
        told({"--random-seed=1", "--max-semi-space-size=1"}); // little garbage before it is collected
    }
    if (built.language == "Java") {
        const JavaCounters jars = java_counters();
        told({"--add-exports", "java.base/jdk.internal.org.objectweb.asm=ALL-UNNAMED",
              fmt::format("-javaagent:{}={}{}", jars.agent.string(), solution.threads > 1 ? "atomic:" : "",
                          jars.counters.string()),
              "-XX:-PrintWarnings", "-XX:-UseTLAB", "-Xmn2m"}); // every object counts by itself
    }
    return counting;
}

Builder::JavaCounters Builder::java_counters() const {
    static std::mutex guard; // several solutions need them at once
    const std::lock_guard lock(guard);
    const auto jar = [&](const std::string &name, const std::vector<std::string> &exports) {
        const fs::path source = adapters_ / "java" / (name + ".java");
        std::vector<std::string> compile = {"javac", "-d", "{output}"};
        compile.insert(compile.end(), exports.begin(), exports.end());
        compile.push_back(source.string());
        const Product classes = store_.made(compile, adapters_, {source}, "classes");
        if (!classes.ok) throw Error(Category::not_possible, name + " can't be built: " + classes.message);
        const Product packed =
            store_.made({"jar", "--create", "--file", "{output}", "--manifest",
                         (adapters_ / "java" / "StepAgent.mf").string(), "-C", classes.program.string(), "."},
                        adapters_, {source}, name + ".jar");
        if (!packed.ok) throw Error(Category::not_possible, name + " can't be packed: " + packed.message);
        return packed.program;
    };
    return {jar("StepAgent", {"--add-exports", "java.base/jdk.internal.org.objectweb.asm=ALL-UNNAMED"}),
            jar("IronStopwatchCounters", {})};
}

// One of our own sources, compiled once to an object that goes into the builds.
fs::path Builder::linked_in(const std::string &source) const {
    const fs::path path = adapters_ / source;
    static std::mutex guard; // several solutions need it at once
    const std::lock_guard lock(guard);
    const char *compiler = path.extension() == ".c" ? "gcc" : "g++";
    std::vector<std::string> command = {compiler, "-O2", "-c", path.string(), "-o", "{output}"};
    if (path.extension() == ".cpp") // they go into C programs too, which have no C++ library
        command.insert(command.end(), {"-fno-exceptions", "-fno-rtti"});
    const Product object = store_.made(command, adapters_, {path}, path.stem().string() + ".o");
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
    if (language && language->name == "Java" && style == Style::function)
        flags.insert(flags.end(),
                     {"-sourcepath", (adapters_ / language->adapter).string(), "-implicit:class"});
    if (native) flags.push_back(linked_in("c/stack_watch.c").string());
    if (counting) {
        flags.insert(
            flags.end(),
            {"-fprofile-arcs", solution.threads > 1 ? "-fprofile-update=atomic" : "-fprofile-update=single",
             linked_in("cpp/step_receiver.cpp").string(), linked_in("cpp/bulk_receiver.cpp").string()});
        for (const char *name : bulk_calls)
            flags.push_back(fmt::format("-Wl,--wrap={}", name));
        if (language && language->name == "C++") {
            flags.push_back(linked_in("cpp/tree_receiver.cpp").string());
            for (const char *name : bulk_calls_of_cpp)
                flags.push_back(fmt::format("-Wl,--wrap={}", name));
            if (string_is_precompiled(flags)) flags.push_back("-D_GLIBCXX_ASSERTIONS");
        }
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

Product Builder::compiled(const Problem &problem, const Solution &solution, Style style,
                          bool counting) const {
    std::vector<fs::path> sources;
    for (const std::string &source : solution.sources)
        sources.push_back(problem.folder / source);
    return store_.made(command_for(problem, solution, style, counting), problem.folder, sources,
                       solution.name + (counting ? "-counting" : ""));
}

} // namespace iron
