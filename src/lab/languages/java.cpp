#include <algorithm>
#include <fmt/format.h>
#include <mutex>

#include "core/error.h"
#include "lab/languages/java.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

std::string main_class_of(const std::string &source_text) {
    const auto any = found_in(source_text, "\\bclass[[:space:]]+([[:alpha:]_$][[:alnum:]_$]*)", 1);
    if (std::find(any.begin(), any.end(), "Main") != any.end()) return "Main";
    const auto open_to_all = found_in(
        source_text,
        "\\bpublic[[:space:]]+(final[[:space:]]+)?class[[:space:]]+([[:alpha:]_$][[:alnum:]_$]*)", 2);
    return !open_to_all.empty() ? open_to_all.front() : any.empty() ? "" : any.front();
}

namespace {

// The machine's own library for its code, which it keeps to itself.
const std::vector<std::string> bytecode_library = {
    "--add-exports", "java.base/jdk.internal.org.objectweb.asm=ALL-UNNAMED", "--add-exports",
    "java.base/jdk.internal.org.objectweb.asm.commons=ALL-UNNAMED"};

// A source or two: the compiler is done before its own code would be worth optimising. Half of what is left
// is reading its classes, which it has read ahead once the adapter was compiled; without, it is only slower.
std::vector<std::string> java_compiler(const Recipe &recipe) {
    std::vector<std::string> command = {"javac", "-J-XX:TieredStopAtLevel=1", "-J-XX:+UseSerialGC",
                                        "-J-XX:-UsePerfData"};
    std::vector<std::string> reading_ahead = command;
    const fs::path adapter = recipe.adapters / "java" / "IronStopwatch.java";
    reading_ahead.insert(reading_ahead.end(),
                         {"-J-XX:ArchiveClassesAtExit={output}", "-encoding", "UTF-8", "-d",
                          (recipe.scratch / "java-read-ahead").string(), adapter.string()});
    static std::mutex guard; // several solutions want it at once
    const std::lock_guard lock(guard);
    static bool hopeless = false; // of a compiler that knows no such thing
    if (!hopeless) {
        const Product classes = recipe.store.made(reading_ahead, recipe.adapters, {adapter}, "javac.jsa");
        hopeless = !classes.ok;
        if (classes.ok) command.push_back("-J-XX:SharedArchiveFile=" + classes.program.string());
    }
    command.insert(command.end(), {"-d", "{output}"});
    return command;
}

// What a counting process is started with: the agent, and what StepRewriter made ahead of the library's
// classes and of the solution's. All but the last are made once.
struct Counting {
    fs::path agent, counters, library, own;
};

fs::path made(const Product &product, const std::string &what) {
    if (!product.ok) throw Error(Category::not_possible, what + " can't be made: " + product.message);
    return product.program;
}

fs::path jar(const Recipe &recipe, const std::vector<std::string> &names,
             const std::vector<std::string> &options) {
    std::vector<std::string> compile = java_compiler(recipe);
    compile.insert(compile.end(), options.begin(), options.end());
    std::vector<fs::path> sources;
    for (const std::string &name : names) {
        sources.push_back(recipe.adapters / "java" / (name + ".java"));
        compile.push_back(sources.back().string());
    }
    const fs::path classes =
        made(recipe.store.made(compile, recipe.adapters, sources, "classes"), names.front());
    const std::string manifest = (recipe.adapters / "java" / "StepAgent.mf").string();
    return made(recipe.store.made({"jar", "--create", "--file", "{output}", "--manifest", manifest, "-C",
                                   classes.string(), "."},
                                  recipe.adapters, sources, names.front() + ".jar"),
                names.front() + ".jar");
}

Counting counting_for(const Recipe &recipe, const fs::path &program) {
    static std::mutex guard; // several solutions need them at once
    std::unique_lock lock(guard);
    Counting parts;
    parts.counters = jar(recipe, {"IronStopwatchCounters", "IronStopwatchHeap"}, {});
    std::vector<std::string> options = bytecode_library;
    options.insert(options.end(), {"-cp", parts.counters.string()});
    parts.agent = jar(recipe, {"StepAgent", "StepRewriter", "ProgramWorker"}, options);
    std::vector<std::string> rewrite = {"java", "-XX:+UseSerialGC", "-XX:-UsePerfData"};
    rewrite.insert(rewrite.end(), bytecode_library.begin(), bytecode_library.end());
    rewrite.insert(rewrite.end(),
                   {"-cp", parts.agent.string() + ":" + parts.counters.string(), "StepRewriter", "{output}",
                    recipe.solution.threads > 1 ? "atomic" : "steps"});
    parts.library = made(recipe.store.made(rewrite, recipe.adapters, {}, "library"), "the counting library");
    lock.unlock();
    rewrite.push_back(program.string());
    std::vector<fs::path> classes;
    if (!fs::is_directory(program)) // a jar, made by a build command of the user's
        classes.push_back(program);
    else
        for (const fs::directory_entry &entry : fs::recursive_directory_iterator(program))
            if (entry.is_regular_file()) classes.push_back(entry.path());
    std::sort(classes.begin(), classes.end());
    parts.own = made(recipe.store.made(rewrite, recipe.problem.folder, classes, "own"), "the counting form");
    return parts;
}

const char *const around_it = "IronStopwatchAround";

// The class that methods stand in that were pasted without one.
const char *const pasted = "Pasted";

// Classes that stand in no other are made static: in a class around them they are what they were.
void keep_classes_on_their_own(std::string &text) {
    const std::string code = without_comments(text);
    std::size_t depth = 0, statement = 0; // where the last one began
    std::vector<std::size_t> classes;
    for (std::size_t at = 0; at < code.size(); ++at) {
        if (code[at] == '{') ++depth;
        if (code[at] == '}' && depth > 0) --depth;
        if (code[at] == '}' || code[at] == ';') statement = at + 1;
        if (depth == 0 && code.compare(at, 6, "class ") == 0 && (at == 0 || !is_word(code[at - 1])) &&
            code.substr(statement, at - statement).find("static ") == std::string::npos)
            classes.push_back(at);
    }
    for (auto at = classes.rbegin(); at != classes.rend(); ++at)
        text.insert(*at, "static ");
}

struct OpenedSource {
    std::string text, class_name;
};

// A source of a bare function as it is compiled: methods without a class stand in one, and what keeps it to
// itself is blank. Lines stay where they are.
OpenedSource opened(const Recipe &recipe, std::string text) {
    const std::string code = without_comments(text);
    const auto blank_out = [&](const std::string &what) {
        for (std::size_t at = 0; (at = code.find(what, at)) != std::string::npos; at += what.size())
            std::fill_n(text.begin() + static_cast<std::ptrdiff_t>(at), what.size() - 1, ' ');
    };
    blank_out("private "); // what is protected can be called by a neighbour
    if (const std::size_t at = code.find("package ");
        at != std::string::npos && code.find(';', at) != std::string::npos)
        std::fill(text.begin() + static_cast<std::ptrdiff_t>(at),
                  text.begin() + static_cast<std::ptrdiff_t>(code.find(';', at)) + 1, ' ');
    std::string name = main_class_of(code);
    const std::vector<FoundFunction> found = functions_in_braces(text);
    if (std::any_of(found.begin(), found.end(),
                    [](const FoundFunction &one) { return one.owners.empty(); })) {
        name = pasted;
        keep_classes_on_their_own(text);
        std::size_t from = code.rfind("\nimport ");
        from = from != std::string::npos     ? code.find('\n', from + 1)
               : code.starts_with("import ") ? code.find('\n')
                                             : 0;
        text.insert(from == std::string::npos ? text.size() : from, fmt::format("class {} {{", pasted));
        text += "\n}\n";
    }
    if (recipe.bare->supplied)
        text = "import java.util.*; import java.util.function.*; import java.util.stream.*; import "
               "java.math.*; " +
               text;
    return {text, name};
}

// The class that a source's file is named after, and what of it is compiled.
OpenedSource compiled(const Recipe &recipe, const std::string &source) {
    std::string text = read_file(recipe.problem.folder / source);
    if (recipe.bare) return opened(recipe, std::move(text));
    std::string name = main_class_of(text);
    return {std::move(text), std::move(name)};
}

class Java : public Language {
  public:
    std::string name() const override { return "Java"; }
    std::vector<std::string> extensions() const override { return {".java"}; }
    std::string adapter() const override { return "java"; }
    std::vector<std::string> tools() const override { return {"javac", "java"}; }
    std::string package() const override { return "default-jdk-headless"; }
    std::pair<std::string, std::string> empty_program() const override {
        return {"Empty.java", "class Empty { public static void main(String[] arguments) {} }\n"};
    }

    std::vector<std::string> build_command(const Recipe &recipe) const override {
        std::vector<std::string> command = java_compiler(recipe);
        const std::vector<std::string> flags = build_flags(recipe);
        command.insert(command.end(), flags.begin(), flags.end());
        // javac insists that a public class and its file have one name: the source is laid beside under that
        // name.
        if (recipe.bare)
            command.push_back(laid_out(recipe, std::string(around_it) + ".java", around(recipe)).string());
        for (const std::string &source : recipe.solution.sources) {
            const OpenedSource one = compiled(recipe, source);
            const fs::path named =
                recipe.scratch / ("java-" + hex_digest(one.text)) / (one.class_name + ".java");
            write_file(named, one.text);
            command.push_back(named.string());
        }
        return command;
    }
    std::vector<std::string> build_flags(const Recipe &recipe) const override {
        std::vector<std::string> flags = recipe.flags("-encoding UTF-8");
        if (recipe.style == Style::function)
            flags.insert(flags.end(),
                         {"-sourcepath", (recipe.adapters / adapter()).string(), "-implicit:class"});
        return flags;
    }

    std::vector<std::string> start_command(const Recipe &recipe, const fs::path &program) const override {
        const Limits &limits = recipe.problem.limits;
        return {interpreter_path("java"),
                fmt::format("-Xmx{}m", std::max<std::int64_t>(limits.memory_bytes >> 20, 16)),
                fmt::format("-Xss{}k", std::max<std::int64_t>(limits.stack_bytes >> 10, 256)),
                "-XX:+UseSerialGC",
                // It names a file after the process, and warns on standard output where two sandboxes have
                // the same number.
                "-XX:-UsePerfData", "-cp", program.string(),
                recipe.bare ? around_it : main_class_of(read_file(recipe.main_source()))};
    }

    std::string no_counting(const Recipe &recipe) const override { return hindered_runtime(recipe); }
    void make_counting(const Recipe &recipe, Runnable &runnable) const override {
        const auto class_path = std::find(runnable.command.begin(), runnable.command.end(), "-cp");
        const Counting parts = counting_for(recipe, *std::next(class_path));
        const std::vector<std::string> options = {
            fmt::format("-javaagent:{}={}:{}:{}{}", parts.agent.string(), parts.counters.string(),
                        parts.library.string(), parts.own.string(),
                        recipe.style == Style::program ? ":" + main_class_of(read_file(recipe.main_source()))
                                                       : ""),
            // Every object counts by itself; and no method of the library is replaced by the compiler's own
            // form of it once it has run often, as the other compiler would. A collection leaves nothing that
            // is dead, for the next one to move.
            "-XX:-PrintWarnings", "-XX:-UseTLAB", "-Xmn2m", "-XX:TieredStopAtLevel=1",
            "-XX:MarkSweepAlwaysCompactCount=1"};
        runnable.command.insert(runnable.command.begin() + 1, options.begin(), options.end());
        // A folder can't be read: a program that goes around the System.in that it is given fails, and does
        // not take nothing for its input.
        if (recipe.style == Style::program) runnable.worker_input = "/";
    }

    // A thread beside the first could end all others, and here not.
    bool counts_in_copies(const Recipe &recipe) const override { return recipe.solution.threads == 1; }

    // The agent names files by their class.
    SpotReader spot_reader(const Recipe &recipe, const fs::path &) const override {
        std::map<std::string, std::string> names;
        for (const std::string &source : recipe.solution.sources)
            names[compiled(recipe, source).class_name + ".java"] =
                source == recipe.solution.sources.front() ? "" : source;
        return [names, told = Language::spot_reader(recipe, {})](const Said &said) {
            SpotCounts counts;
            for (const auto &[key, count] : told(said)) {
                Spot spot = spot_of(key);
                if (const auto name = names.find(spot.file); name != names.end()) spot.file = name->second;
                counts[key_of(spot)] += count;
            }
            return counts;
        };
    }

    std::string supplies() const override {
        return "imports of java.util, java.util.function, java.util.stream and java.math";
    }

    bool reads_garbage(Style style) const override { return style == Style::program; }
    bool reserves_memory() const override { return true; }
    bool one_thread() const override { return false; }
    std::vector<LastWords> last_words() const override {
        return {{"StackOverflowError", Outcome::over_stack}, {"OutOfMemoryError", Outcome::over_memory}};
    }
    // See start_command(): the warning would be taken for the version.
    std::vector<std::string> version_question(const std::string &program) const override {
        return {program == "javac" ? "-J-XX:-UsePerfData" : "-XX:-UsePerfData", "--version"};
    }
    // A file lies beside every machine, and starting one takes a quarter of a second.
    std::string version_beside(const fs::path &program) const override {
        const fs::path release = program.parent_path().parent_path() / "release";
        if (!fs::is_regular_file(release)) return "";
        for (const std::string &line : lines_in(read_file(release)))
            if (char version[64]; std::sscanf(line.c_str(), "JAVA_VERSION=\"%63[^\"]\"", version) == 1)
                return program.filename().string() + " " + version;
        return "";
    }

  private:
    // The program around a bare function.
    static std::string around(const Recipe &recipe) {
        const FoundFunction &function = recipe.bare->function;
        const Call &call = *recipe.problem.call;
        std::string owner = fmt::format("{}", fmt::join(function.owners, "."));
        if (owner.empty()) owner = pasted;
        std::string reads, passes;
        for (std::size_t i = 0; i < call.takes.size(); ++i) {
            const std::string type = type_of(function.takes[i]);
            const std::string between = i > 0 ? ", " : "";
            reads +=
                fmt::format("{}reader.value(\"{}\", \"{}\")", between, word_for(call.takes[i].type), type);
            passes += fmt::format("{}({}) given[{}]", between, type, i);
        }
        const bool is_static = (" " + function.before + " ").find(" static ") != std::string::npos;
        const std::string called =
            fmt::format("{}.{}({})", is_static ? owner : "new " + owner + "()", function.name, passes);
        const bool through = call.answers_in >= 0;
        const bool is_void = (" " + function.before + " ").find(" void ") != std::string::npos;
        const std::string changed = fmt::format("given[{}]", call.answers_in);
        const std::string solves =
            !through  ? fmt::format("return {};", called)
            : is_void ? fmt::format("{};\n        return {};", called, changed)
                      : fmt::format("return IronStopwatchCall.returnedOr({}, {});", called, changed);
        return fmt::format(
            "import java.util.*;\nimport java.math.*;\n\npublic final class {} {{\n"
            "    static Object[] read(String text) {{\n"
            "        IronStopwatchCall.Reader reader = new IronStopwatchCall.Reader(text);\n"
            "        return new Object[] {{{}}};\n    }}\n"
            "    @SuppressWarnings(\"unchecked\")\n"
            "    static Object solve(Object[] given) throws Exception {{\n        {}\n    }}\n"
            "    static String write(Object answer) {{\n        return IronStopwatchCall.text(\"{}\", "
            "answer);\n    }}\n"
            "    public static void main(String[] arguments) {{\n"
            "        IronStopwatch.serve({}::read, {}::solve, {}::write);\n    }}\n}}\n",
            around_it, reads, solves, word_for(call.gives), around_it, around_it, around_it);
    }

    // "final List<Integer> levels" without the name; "int levels[]" and "int... levels" are arrays.
    static std::string type_of(std::string parameter) {
        std::string arrays;
        while (parameter.ends_with("]")) {
            parameter.erase(parameter.rfind('['));
            arrays += "[]";
            parameter.erase(parameter.find_last_not_of(' ') + 1);
        }
        if (parameter.starts_with("final ")) parameter.erase(0, 6);
        std::string type = parameter.substr(0, parameter.find_last_of(" ]>.") + 1);
        if (type.ends_with("...")) type.replace(type.size() - 3, 3, "[]");
        type.erase(type.find_last_not_of(' ') + 1);
        return type + arrays;
    }
};

} // namespace

const Language &language_java() {
    static const Java language;
    return language;
}

} // namespace iron
