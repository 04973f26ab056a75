#include <algorithm>
#include <fmt/format.h>

#include "lab/languages/language.h"
#include "records/files.h"

namespace iron {

namespace {

// `BigInt`, or a literal like 3n, outside of comments and texts. One in a regular expression may mislead it.
bool names_big_integers(const std::string &source) {
    std::string code;
    for (std::size_t i = 0; i < source.size(); ++i) {
        const char c = source[i];
        if (source.compare(i, 2, "//") == 0)
            i = std::min(source.find('\n', i), source.size());
        else if (source.compare(i, 2, "/*") == 0)
            i = std::min(source.find("*/", i + 2), source.size() - 2) + 1;
        else if (c == '"' || c == '\'' || c == '`')
            for (++i; i < source.size() && source[i] != c; ++i)
                if (source[i] == '\\') ++i;
        code += i < source.size() && source[i] == c ? c : ' ';
    }
    return !found_in(code, "\\b(BigInt|[0-9][0-9a-fA-FxobXOB_]*n)\\b", 1).empty();
}

class JavaScript : public Language {
  public:
    std::string name() const override { return "JavaScript"; }
    std::vector<std::string> extensions() const override { return {".js", ".cjs", ".mjs"}; }
    std::string adapter() const override { return "javascript"; }
    std::vector<std::string> tools() const override { return {"node"}; }
    std::string package() const override { return "nodejs"; }
    std::pair<std::string, std::string> empty_program() const override { return {"empty.js", "\n"}; }

    std::vector<FoundFunction> functions_in(const std::string &source) const override {
        std::vector<FoundFunction> all = functions_in_braces(source);
        // `const best = (levels) => levels[0];` has no braces.
        for (const std::string &name :
             found_in(without_comments(source),
                      "\\b(const|let|var)[[:space:]]+([[:alnum:]_$]+)[[:space:]]*=[[:space:]]*[^;={]*=>", 2))
            if (std::none_of(all.begin(), all.end(),
                             [&](const FoundFunction &one) { return one.name == name; })) {
                FoundFunction one;
                one.name = name;
                const std::string arrow =
                    "(^|[^[:alnum:]_$])" + as_pattern(name) +
                    "[[:space:]]*=[[:space:]]*(async[[:space:]]*)?\\(?([^()={]*)\\)?[[:space:]]*=>";
                if (const auto parameters = found_in(source, arrow.c_str(), 3); !parameters.empty())
                    one.takes = split_at_commas(parameters.front());
                one.head = fmt::format("{} = ({}) =>", name, fmt::join(one.takes, ", "));
                const std::size_t at = source.find(name);
                one.line = 1 + static_cast<int>(std::count(
                                   source.begin(), source.begin() + static_cast<std::ptrdiff_t>(at), '\n'));
                all.push_back(std::move(one));
            }
        return all;
    }
    bool starts_at_main() const override { return false; }
    bool heads_say_values() const override { return false; } // any number may be left out

    std::vector<std::string> start_command(const Recipe &recipe,
                                           const std::filesystem::path &program) const override {
        const Limits &limits = recipe.problem.limits;
        // The engine keeps clear of the end of the stack by itself: a mebibyte is left for its own frames.
        const std::int64_t stack_kib = std::max<std::int64_t>((limits.stack_bytes >> 10) - 1024, 984);
        std::vector<std::string> command = {
            interpreter_path("node"),
            fmt::format("--max-old-space-size={}", std::max<std::int64_t>(limits.memory_bytes >> 20, 16)),
            fmt::format("--stack-size={}", stack_kib), program.string()};
        if (recipe.bare) {
            command.back() = (recipe.adapters / adapter() / "iron_stopwatch_call.js").string();
            const std::vector<std::string> words = words_of_call(recipe);
            command.insert(command.end(), words.begin(), words.end());
        }
        return command;
    }
    std::vector<std::string> environment(const Recipe &recipe) const override {
        // Certificates beyond the engine's own are read at every start, which then takes several times as
        // long.
        std::vector<std::string> all = {"NODE_EXTRA_CA_CERTS="};
        if (recipe.style == Style::function)
            all.push_back("NODE_PATH=" + (recipe.adapters / adapter()).string());
        return all;
    }

    std::string no_counting(const Recipe &recipe) const override { return hindered_runtime(recipe); }
    void make_counting(const Recipe &recipe, Runnable &runnable) const override {
        runnable.environment.push_back("IRON_STOPWATCH_COUNTS=1");
        // The same count every time, and little garbage before it is collected; the engine's own parser.
        std::vector<std::string> options = {
            "--random-seed=1", "--max-semi-space-size=1", "--expose-internals", "--require",
            (recipe.adapters / adapter() / "iron_stopwatch_counting.js").string()};
        if (recipe.style == Style::program)
            options.insert(
                options.end(),
                {"--require", (recipe.adapters / adapter() / "iron_stopwatch_programs.js").string()});
        runnable.command.insert(runnable.command.begin() + 1, options.begin(), options.end());
    }

    // Places for new things are used bit by bit, and none that is free counts as used.
    bool make_weighing(const Recipe &recipe, Runnable &runnable) const override {
        if (recipe.style != Style::function) return false;
        runnable.environment.push_back("IRON_STOPWATCH_WEIGHS=1");
        const std::vector<std::string> options = {
            "--random-seed=1",
            "--max-semi-space-size=1",
            "--no-inline-new",
            "--single-threaded-gc",
            "--no-lazy",
            "--no-flush-bytecode",
            "--expose-internals",
            "--require",
            (recipe.adapters / adapter() / "iron_stopwatch_space.js").string()};
        runnable.command.insert(runnable.command.begin() + 1, options.begin(), options.end());
        return true;
    }

    bool counts_in_copies(const Recipe &recipe) const override { return recipe.solution.threads == 1; }

    bool has_long_numbers(const Recipe &recipe) const override {
        for (const std::string &source : recipe.solution.sources)
            if (names_big_integers(read_file(recipe.problem.folder / source))) return true;
        return false;
    }

    bool reads_garbage(Style style) const override { return style == Style::program; }
    bool reserves_memory() const override { return true; }
    bool one_thread() const override { return false; }
    std::vector<LastWords> last_words() const override {
        return {{"Maximum call stack size exceeded", Outcome::over_stack},
                {"heap out of memory", Outcome::over_memory},
                {"Array buffer allocation failed", Outcome::over_memory}};
    }
    std::vector<std::string> place_question() const override { return {"-p", "process.execPath"}; }
};

} // namespace

const Language &language_javascript() {
    static const JavaScript language;
    return language;
}

} // namespace iron
