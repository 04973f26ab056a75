// C and C++: one compiler collection, the same receivers.
#include <algorithm>
#include <fmt/format.h>
#include <sstream>

#include "lab/languages/native.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace {

// Those of the C++ library alone (adapters/cpp/tree_receiver.cpp).
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

class CompiledByGcc : public Language {
  public:
    std::string no_counting(const Recipe &recipe) const override { return hindered_build(recipe); }
    bool counts_by_build() const override { return true; }
    void make_counting(const Recipe &recipe, Runnable &runnable) const override {
        let_native_count(recipe, runnable);
    }

    SpotReader spot_reader(const Recipe &recipe, const std::filesystem::path &program) const override {
        return native_spot_reader(recipe, program);
    }

    std::vector<std::string> start_command(const Recipe &,
                                           const std::filesystem::path &program) const override {
        return {program.string()};
    }

    std::vector<std::string> build_command(const Recipe &recipe) const override {
        std::vector<std::string> command = {tools().front()};
        const std::vector<std::string> sources =
            recipe.bare ? sources_with(recipe, around(recipe)) : recipe.solution.sources;
        command.insert(command.end(), sources.begin(), sources.end());
        command.insert(command.end(), {"-o", "{output}"});
        const std::vector<std::string> flags = build_flags(recipe), libraries = usual_libraries();
        command.insert(command.end(), flags.begin(), flags.end());
        command.insert(command.end(), libraries.begin(), libraries.end());
        return command;
    }

    std::vector<std::string> build_flags(const Recipe &recipe) const override {
        std::vector<std::string> flags = recipe.flags(usual_flags());
        if (recipe.style == Style::function) flags.push_back("-I" + (recipe.adapters / adapter()).string());
        if (recipe.bare && recipe.bare->supplied && adapter() == "cpp")
            flags.push_back("-fno-access-control");
        flags.push_back(linked_in(recipe, "c/stack_watch.c"));
        if (recipe.counting) {
            flags.insert(flags.end(),
                         {"-fprofile-arcs", "-ftest-coverage", "-g", "-dumpdir", "{output}-",
                          recipe.solution.threads > 1 ? "-fprofile-update=atomic" : "-fprofile-update=single",
                          linked_in(recipe, "cpp/step_receiver.cpp"),
                          linked_in(recipe, "cpp/bulk_receiver.cpp")});
            const std::vector<std::string> wrapped = wrapped_bulk_calls();
            flags.insert(flags.end(), wrapped.begin(), wrapped.end());
            count_library_of_its_own(recipe, flags);
            const bool function = recipe.style == Style::function;
            // A static library defines the allocator beside what a whole program's receiver needs of it.
            const bool is_static = std::find(flags.begin(), flags.end(), "-static") != flags.end();
            if (function || !is_static)
                flags.push_back(
                    linked_in(recipe, function ? "cpp/space_receiver.cpp" : "cpp/held_receiver.cpp"));
            flags.push_back("-Wl,-z,now"); // bound at its first call, a library function would take stack
        }
        if (recipe.solution.threads > 1) flags.push_back("-pthread");
        link_worker(recipe, flags);
        return flags;
    }

    // Headers by their #include "…".
    std::vector<std::filesystem::path> read_along(const std::filesystem::path &source) const override {
        std::vector<std::filesystem::path> files;
        std::istringstream lines(read_file(source));
        for (std::string line; std::getline(lines, line);)
            if (char header[256]; std::sscanf(line.c_str(), " # include \"%255[^\"]\"", header) == 1)
                files.push_back(source.parent_path() / header);
        return files;
    }

    std::vector<LastWords> last_words() const override {
        return {{"std::bad_alloc", Outcome::over_memory},
                {"std::bad_array_new_length", Outcome::over_memory}};
    }

  protected:
    virtual std::string usual_flags() const = 0;
    virtual std::vector<std::string> usual_libraries() const { return {}; }
    virtual void count_library_of_its_own(const Recipe &, std::vector<std::string> &) const {}
    virtual void link_worker(const Recipe &, std::vector<std::string> &) const {}
    // The program around a bare function.
    virtual std::filesystem::path around(const Recipe &recipe) const = 0;
};

// A type of the problem file's as iron_stopwatch_call.hpp names it.
std::string tag(const Type &type) {
    const std::string home = "::iron_stopwatch::";
    switch (type.kind) {
    case Type::Kind::integer:
        return home + "Int";
    case Type::Kind::real:
        return home + "Real";
    case Type::Kind::text:
        return home + "Text";
    case Type::Kind::truth:
        return home + "Truth";
    case Type::Kind::list:
        return home + "ListOf<" + tag(type.parts[0]) + ">";
    case Type::Kind::pair:
        return home + "PairOf<" + tag(type.parts[0]) + ", " + tag(type.parts[1]) + ">";
    }
    return "";
}

class Cpp : public CompiledByGcc {
  public:
    std::string name() const override { return "C++"; }
    std::vector<std::string> extensions() const override { return {".cpp", ".cc", ".cxx"}; }
    std::string adapter() const override { return "cpp"; }
    std::vector<std::string> tools() const override { return {"g++"}; }
    std::string package() const override { return "g++"; }
    std::pair<std::string, std::string> empty_program() const override {
        return {"empty.cpp", "#include <iostream>\nint main() {}\n"};
    }
    std::string supplies() const override {
        return "the library's usual headers, 'using namespace std' and access to what is private";
    }

  protected:
    std::string usual_flags() const override { return "-O2 -std=c++20"; }
    void count_library_of_its_own(const Recipe &recipe, std::vector<std::string> &flags) const override {
        flags.push_back(linked_in(recipe, "cpp/tree_receiver.cpp"));
        for (const char *call : bulk_calls_of_cpp)
            flags.push_back(fmt::format("-Wl,--wrap={}", call));
        if (string_is_precompiled(flags)) flags.push_back("-D_GLIBCXX_ASSERTIONS");
    }
    std::filesystem::path around(const Recipe &recipe) const override {
        const Bare &bare = *recipe.bare;
        const Call &call = *recipe.problem.call;
        std::string types;
        for (const Parameter &one : call.takes)
            types += (types.empty() ? "" : ", ") + tag(one.type);
        std::string name = bare.function.said();
        for (std::size_t at = 0; (at = name.find('.', at)) != std::string::npos;)
            name.replace(at, 1, "::");
        const std::string program = fmt::format(
            "#include <{}>\n#include \"{}\"\n"
            "signed main() {{\n    return ::iron_stopwatch::run<::iron_stopwatch::CalledProgram<\n"
            "        &::{}, ::std::tuple<{}>, {}, {}>>();\n}}\n",
            header_of(bare), (recipe.problem.folder / bare.source).string(), name, types, tag(call.gives),
            call.answers_in);
        return laid_out(recipe, std::filesystem::path(bare.source).filename(), program);
    }
    // Headers that the compiler has read once: half of it takes as long as all else.
    std::optional<HeadStart> head_start(const Recipe &recipe) const override {
        if (!recipe.bare || !recipe.solution.build.empty()) return std::nullopt;
        const std::filesystem::path header = recipe.adapters / adapter() / header_of(*recipe.bare);
        HeadStart start;
        start.command = {tools().front(), "-x", "c++-header", header.string(), "-o", "{output}"};
        std::string all;
        for (const std::string &flag : build_flags(recipe))
            if (const auto is = [&](const char *kind) { return flag.starts_with(kind); };
                is("-O") || is("-std=") || is("-f") || is("-g") || is("-D") || is("-I") || is("-m") ||
                is("-p")) {
                start.command.push_back(flag);
                all += flag + "\n";
            }
        start.file = header.string() + ".gch/" + hex_digest(all); // where the compiler looks for it
        return start;
    }

  private:
    static std::string header_of(const Bare &bare) {
        return bare.supplied ? "iron_stopwatch_supplied.hpp" : "iron_stopwatch_call.hpp";
    }
    // Into our own builds alone: a compiler of the user's choice may have another C++ library.
    void link_worker(const Recipe &recipe, std::vector<std::string> &flags) const override {
        if (recipe.style != Style::function || !recipe.solution.build.empty()) return;
        flags.insert(flags.end(),
                     {"-DIRON_STOPWATCH_WORKER_APART", linked_in(recipe, "cpp/worker.cpp", Runtime::cpp)});
    }
};

class C : public CompiledByGcc {
  public:
    std::string name() const override { return "C"; }
    std::vector<std::string> extensions() const override { return {".c"}; }
    std::string adapter() const override { return "c"; }
    std::vector<std::string> tools() const override { return {"gcc"}; }
    std::string package() const override { return "gcc"; }
    std::pair<std::string, std::string> empty_program() const override {
        return {"empty.c", "int main(void) { return 0; }\n"};
    }

    std::string supplies() const override { return "the standard headers"; }
    bool heads_say_values() const override { return false; } // a list is two

  protected:
    std::string usual_flags() const override { return "-O2 -std=gnu17"; }
    std::filesystem::path around(const Recipe &recipe) const override {
        return laid_out(recipe, std::filesystem::path(recipe.bare->source).filename(),
                        program_around_c(recipe));
    }
    std::vector<std::string> usual_libraries() const override { return {"-lm"}; }
};

} // namespace

const Language &language_cpp() {
    static const Cpp language;
    return language;
}

const Language &language_c() {
    static const C language;
    return language;
}

} // namespace iron
