#include <algorithm>
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
        const std::string crate = recipe.bare ? laid_out(recipe, "around.rs", around(recipe)).string()
                                              : recipe.solution.sources.front();
        std::vector<std::string> command = {"rustc", crate, "-o", "{output}"};
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
    std::string supplies() const override {
        return "'use' of std::collections, std::cmp and std::rc, and the struct of an impl without one";
    }

  private:
    // A parameter without its name; what is kept of it, and how it is passed from there.
    struct Parameter {
        std::string kept;
        std::string way; // "&", "&mut " or ""
        bool is_copied = false;
    };
    static Parameter parameter(const std::string &text) {
        const std::size_t colon = text.find(':');
        std::string type = colon == std::string::npos ? text : text.substr(colon + 1);
        const auto drop_ahead = [&](const std::string &what) {
            type.erase(0, type.find_first_not_of(' '));
            if (!type.starts_with(what)) return false;
            type.erase(0, what.size());
            return true;
        };
        Parameter one;
        if (drop_ahead("&")) {
            one.way = "&";
            if (drop_ahead("'")) type.erase(0, type.find(' '));
            if (drop_ahead("mut ")) one.way = "&mut ";
        }
        type.erase(0, type.find_first_not_of(' '));
        static const std::vector<std::string> copied = {"i8",  "i16", "i32",  "i64", "i128", "isize",
                                                        "u8",  "u16", "u32",  "u64", "u128", "usize",
                                                        "f32", "f64", "bool", "char"};
        one.is_copied = one.way.empty() && std::find(copied.begin(), copied.end(), type) != copied.end();
        if (type == "str")
            one.kept = "String";
        else if (type.starts_with("[") && type.find(';') == std::string::npos)
            one.kept = "Vec<" + type.substr(1, type.size() - 2) + ">";
        else
            one.kept = type;
        return one;
    }

    // The program around a bare function.
    static std::string around(const Recipe &recipe) {
        const FoundFunction &function = recipe.bare->function;
        const Call &call = *recipe.problem.call;
        const std::string source = (recipe.problem.folder / recipe.bare->source).string();
        std::vector<std::string> takes = function.takes;
        const bool is_method = !takes.empty() && is_receiver(takes[0]);
        if (is_method) takes.erase(takes.begin());
        std::string answer = "()";
        if (function.behind.starts_with("->")) {
            answer = function.behind.substr(2, function.behind.find(" where ") - 2);
            answer.erase(0, answer.find_first_not_of(' '));
        }
        std::vector<Parameter> all;
        for (const std::string &one : takes)
            all.push_back(parameter(one));
        const bool returns_list = answer.find_first_of("[<") != std::string::npos;
        const bool through = call.answers_in >= 0 && !returns_list;
        if (through) answer = all[static_cast<std::size_t>(call.answers_in)].kept;
        const bool untouched = !through && std::all_of(all.begin(), all.end(), [](const Parameter &one) {
            return one.way == "&" || one.is_copied;
        });
        std::string kept, reads, passes;
        for (std::size_t i = 0; i < all.size(); ++i) {
            kept += all[i].kept + ", ";
            reads += "reader.take(), ";
            // By value it is taken out of the copy that is this call's own.
            const bool is_taken = all[i].way.empty() && !all[i].is_copied;
            passes += fmt::format("{}{}{}given.{}{}", i > 0 ? ", " : "", all[i].way,
                                  is_taken ? "std::mem::take(&mut " : "", i, is_taken ? ")" : "");
        }
        const std::string owner = fmt::format("{}", fmt::join(function.owners, "::"));
        std::string called = (owner.empty() ? "" : owner + "::") + function.name;
        if (is_method) {
            const auto functions = functions_in_braces(read_file(source));
            const bool has_new =
                std::any_of(functions.begin(), functions.end(), [&](const FoundFunction &one) {
                    return one.name == "new" && one.owners == function.owners && one.takes.empty();
                });
            called = fmt::format("{}::{}().{}", owner, has_new ? "new" : "default", function.name);
        }
        std::string supplied;
        if (recipe.bare->supplied) {
            supplied = "#[allow(unused_imports)]\nuse std::{cmp::*, collections::*, rc::*};\n";
            const std::string text = without_comments(read_file(source));
            if (!owner.empty() &&
                found_in(text, ("\\b(struct|enum)[[:space:]]+" + as_pattern(owner) + "\\b").c_str(), 0)
                    .empty())
                supplied += fmt::format("#[derive(Default)]\nstruct {};\n", owner);
        }
        return fmt::format(
            "#[path = \"{}\"]\nmod iron_stopwatch_call;\n{}include!(\"{}\");\n"
            "type IronInput = ({});\n"
            "fn iron_read(text: &str) -> IronInput {{\n"
            "    let mut reader = iron_stopwatch_call::Reader::new(text);\n    ({})\n}}\n"
            "fn iron_solve(given: &{}IronInput) -> {} {{\n    {}({}){}\n}}\n"
            "fn iron_write(answer: &{}) -> String {{\n    iron_stopwatch_call::text(answer)\n}}\n"
            "fn main() {{\n    iron_stopwatch::serve(iron_read, iron_solve, iron_write);\n}}\n",
            (recipe.adapters / "rust/iron_stopwatch_call.rs").string(), supplied, source, kept, reads,
            untouched ? "" : "mut ", answer, called, passes,
            through ? fmt::format(";\n    std::mem::take(&mut given.{})", call.answers_in) : "", answer);
    }

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
