#include <algorithm>
#include <fmt/format.h>

#include "cli/common.h"
#include "core/nearest.h"
#include "lab/languages/language.h"
#include "lab/proposal.h"
#include "records/files.h"

namespace iron {

namespace {

namespace fs = std::filesystem;

// A name for a solution from a file's name: letters, digits and dashes.
std::string name_from(const fs::path &file) {
    std::string name = file.stem();
    for (char &c : name)
        if (!std::isalnum(static_cast<unsigned char>(c))) c = '-';
    return name.empty() ? "solution" : name;
}

// What can't be known from programs is marked FILL IN, which no problem file may still hold when it is read.
struct Start {
    const char *title, *story, *input;
};
constexpr Start around_programs = {
    "FILL IN: what the problem is called",
    "FILL IN: what is asked, what the input text holds, what the answer text holds.",
    "FILL IN: the input text as the programs read it, in place of this line, for example as below\n"
    "{n}\n{integers(n, -1000, 1000)}"};
constexpr Start example = {"Total of the levels",
                           "n numbers are given: first n, then the numbers. Asked is their sum.",
                           "{n}\n{integers(n, -1000, 1000)}"};

std::string head(const Start &start) {
    return fmt::format(R"(# A problem folder of Iron Stopwatch.
title = "{}"
story = """
{}
"""

# What grows: the letters the task uses, with the smallest and the largest legal value.
[sizes]
n = {{ from = 1, to = 100_000 }}

# How inputs are made. {{n}} prints the size; the calls are listed in docs/problem-file.md (integers, permutation,
# rising, letters, rows, tree, graph …). More shapes: the same lines again under another name.
[shapes.random]
text = """
{}
"""

# An input with its right answer, as the task states it; more of them: the same lines again.
# [[samples]]
# given  = "3\n5 1 4\n"
# answer = "10\n"

[answers]
same_if = "exact"        # exact | words | numbers | any-order | any-order-words | referee
# reference = "NAME"     # the solution that is surely right, if there is one

[limits]
time   = "10 s"
memory = "1 GiB"
)",
                       start.title, start.story, start.input);
}

constexpr const char *example_source = R"(#include <iron_stopwatch.hpp>
#include <vector>

// The input text, as the solution wants it.
std::vector<long long> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<long long> numbers(n);
    for (long long &number : numbers) in >> number;
    return numbers;
}

// Only this call is measured.
long long solve(const std::vector<long long> &numbers) {
    long long total = 0;
    for (const long long number : numbers) total += number;
    return total;
}

void write(std::ostream &out, long long answer) { out << answer << '\n'; }

IRON_STOPWATCH(read, solve, write)
)";

std::string solution_table(const std::string &name, const std::string &source, bool known) {
    std::string text = fmt::format("\n[solutions.{}]\nsource = \"{}\"\n", name, source);
    if (!known)
        text += "style  = \"program\"\nrun    = \"FILL IN: the program that runs it\"    # with {sources} in "
                "it\n";
    text += "# time  = \"O(…)\"   # what you think it costs: O(n log n), Theta(n), O(n^2)\n"
            "# space = \"O(…)\"\n";
    return text;
}

} // namespace

StartedFolder start_folder(const fs::path &folder, const std::vector<std::string> &from) {
    if (fs::exists(folder / "stopwatch.toml"))
        throw Error(Category::usage, (folder / "stopwatch.toml").string() + " is there already",
                    "choose another folder, or edit that file");
    std::vector<Finding> findings;
    for (const std::string &file : from)
        if (!fs::is_regular_file(file))
            findings.push_back(
                {"there is no file '" + file + "'", {}, "--from takes the sources themselves"});
    if (!findings.empty()) throw Error(Category::usage, std::move(findings));
    std::string text = head(from.empty() ? example : around_programs);
    StartedFolder started;
    const auto put = [&](const std::string &name, const std::string &content) {
        write_file(folder / name, content);
        started.written.push_back((folder / name).string());
    };
    if (from.empty()) {
        put("solutions/add_up.cpp", example_source);
        text += solution_table("add-up", "solutions/add_up.cpp", true);
    }
    std::vector<std::string> names, sources;
    std::vector<SourceGiven> given;
    for (const std::string &file : from) {
        std::string name = name_from(file);
        while (std::find(names.begin(), names.end(), name) != names.end())
            name += "-2";
        names.push_back(name);
        std::string source = "solutions/" + fs::path(file).filename().string();
        while (std::find(sources.begin(), sources.end(), source) != sources.end())
            source = "solutions/" + name + fs::path(file).extension().string();
        sources.push_back(source);
        given.push_back({source, read_file(file)});
        put(source, given.back().text);
        text += solution_table(name, source, language_of(fs::path(file)) != nullptr);
    }
    started.proposal = proposal_for(given, names);
    if (started.proposal) text = text_of(*started.proposal, started.proposal->call.function);
    put("stopwatch.toml", text);
    return started;
}

namespace {

int write_folder(const fs::path &folder, const std::vector<std::string> &from) {
    const StartedFolder started = start_folder(folder, from);
    for (const std::string &file : started.written)
        fmt::print("{}\n", file);
    if (started.proposal)
        for (const std::string &one : started.proposal->assumed)
            fmt::print("assumed: {}\n", one);
    if (from.empty() || started.proposal)
        fmt::print("It runs as it is: iron-stopwatch run --problem {}\n", folder.string());
    else
        fmt::print("Fill in what stopwatch.toml marks, then: iron-stopwatch agree --problem {}\n",
                   folder.string());
    return status_done;
}

} // namespace

void add_new(CLI::App &program, int &status) {
    auto folder = std::make_shared<std::string>();
    auto from = std::make_shared<std::vector<std::string>>();
    CLI::App *command = program.add_subcommand("new", "write a problem folder to start from");
    command->add_option("folder", *folder, "where to")->required();
    command->add_option("--from", *from,
                        "functions as they are, or programs, standard input to standard output");
    command->footer(
        "Example: iron-stopwatch new ebb --from quick.cpp slow.py\n"
        "Functions make a problem that runs at once; what deserves a look is marked LOOK. Around programs,\n"
        "what can't be known and is to be filled in is marked FILL IN.");
    command->callback([=, &status] { status = write_folder(*folder, *from); });
}

} // namespace iron
