#include <fmt/format.h>
#include <sstream>

#include "core/error.h"
#include "lab/languages/native.h"
#include "records/files.h"

namespace iron {

namespace {

class Rust : public Language {
  public:
    std::string name() const override { return "Rust"; }
    std::vector<std::string> extensions() const override { return {".rs"}; }
    std::string adapter() const override { return "rust"; }
    std::vector<std::string> tools() const override { return {"rustc"}; }
    std::string package() const override { return "rustc"; }
    std::pair<std::string, std::string> empty_program() const override {
        return {"empty.rs", "fn main() {}\n"};
    }

    // One source is the crate, the others are its modules.
    std::vector<std::string> build_command(const Recipe &recipe) const override {
        std::vector<std::string> command = {"rustc", recipe.solution.sources.front(), "-o", "{output}"};
        const std::vector<std::string> flags = build_flags(recipe);
        command.insert(command.end(), flags.begin(), flags.end());
        return command;
    }
    std::vector<std::string> build_flags(const Recipe &recipe) const override {
        std::vector<std::string> flags = recipe.flags(usual);
        flags.insert(flags.end(), {"--crate-name", "solution", "-A", "warnings"});
        if (recipe.style == Style::function)
            flags.insert(flags.end(), {"--extern", "iron_stopwatch=" + crate(recipe)});
        if (!recipe.counting) return flags;
        // LLVM's own pass: it sees the library's generic code, too, once that is made for the solution.
        flags.insert(flags.end(),
                     {"-g", "-C", "passes=sancov-module", "-C", "llvm-args=-sanitizer-coverage-level=3", "-C",
                      "llvm-args=-sanitizer-coverage-trace-pc-guard"});
        std::vector<std::string> linked = {linked_in(recipe, "rust/block_receiver.cpp"),
                                           linked_in(recipe, "cpp/bulk_receiver.cpp")};
        const bool function = recipe.style == Style::function;
        linked.push_back(linked_in(recipe, function ? "cpp/space_receiver.cpp" : "cpp/held_receiver.cpp"));
        const std::vector<std::string> wrapped = wrapped_bulk_calls();
        linked.insert(linked.end(), wrapped.begin(), wrapped.end());
        linked.push_back("-Wl,-z,now");
        for (const std::string &one : linked)
            flags.insert(flags.end(), {"-C", "link-arg=" + one});
        return flags;
    }

    std::vector<std::string> start_command(const Recipe &,
                                           const std::filesystem::path &program) const override {
        return {program.string()};
    }

    std::string no_counting(const Recipe &recipe) const override { return hindered_build(recipe); }
    bool counts_by_build() const override { return true; }
    void make_counting(const Recipe &recipe, Runnable &runnable) const override {
        let_native_count(recipe, runnable);
    }

    SpotReader spot_reader(const Recipe &recipe, const std::filesystem::path &program) const override {
        return native_spot_reader(recipe, program);
    }

    std::vector<LastWords> last_words() const override {
        return {{"has overflowed its stack", Outcome::over_stack},
                {"memory allocation of", Outcome::over_memory},
                {"capacity overflow", Outcome::over_memory}};
    }

    // By `mod name;`: name.rs, or name/mod.rs.
    std::vector<std::filesystem::path> read_along(const std::filesystem::path &source) const override {
        std::vector<std::filesystem::path> files;
        std::istringstream lines(read_file(source));
        for (std::string line; std::getline(lines, line);)
            if (char module[256]; std::sscanf(line.c_str(), " mod %255[A-Za-z0-9_];", module) == 1 ||
                                  std::sscanf(line.c_str(), " pub mod %255[A-Za-z0-9_];", module) == 1) {
                files.push_back(source.parent_path() / (std::string(module) + ".rs"));
                files.push_back(source.parent_path() / module / "mod.rs");
            }
        return files;
    }
    bool compiles_along() const override { return true; }

  private:
    static constexpr const char *usual = "-O --edition 2021";

    // The adapter as a library, built once for either kind of build.
    std::string crate(const Recipe &recipe) const {
        const std::filesystem::path path = recipe.adapters / "rust/iron_stopwatch.rs";
        std::vector<std::string> command = {
            "rustc",     path.string(), "-o",           "{output}",      "-O", "--crate-type", "rlib",
            "--edition", "2021",        "--crate-name", "iron_stopwatch"};
        if (recipe.counting) command.insert(command.end(), {"--cfg", "iron_counting"});
        const Product made = recipe.store.made(command, recipe.adapters, {path}, "libiron_stopwatch.rlib");
        if (!made.ok) throw Error(Category::not_possible, "the adapter can't be built: " + made.message);
        return made.program;
    }
};

} // namespace

const Language &language_rust() {
    static const Rust language;
    return language;
}

} // namespace iron
