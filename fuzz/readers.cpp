#include "readers.h"

#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>

#include "core/bound/parse.h"
#include "core/bound/print.h"
#include "core/error.h"
#include "lab/languages/found_function.h"
#include "lab/languages/gcc_notes.h"
#include "lab/proposal.h"
#include "lab/worker.h"
#include "lab/workspace.h"
#include "records/agreement.h"
#include "records/call.h"
#include "records/carried.h"
#include "records/claims_in_source.h"
#include "records/digest.h"
#include "records/files.h"
#include "records/foreign.h"
#include "records/journal.h"
#include "records/problem.h"
#include "records/quantity.h"
#include "records/template.h"

namespace iron::fuzz {

namespace {

const std::vector<std::string> sizes = {"n", "k"};

const std::filesystem::path &folder() {
    static const Workspace own;
    return own.path();
}

// Not synced to a disk each time, as write_file() does.
std::filesystem::path as_file(const char *name, std::string_view bytes) {
    const std::filesystem::path path = folder() / name;
    std::ofstream(path, std::ios::binary) << bytes;
    return path;
}

void law(bool holds, const char *which) {
    if (holds) return;
    std::fprintf(stderr, "does not hold: %s\n", which);
    std::abort();
}

std::vector<std::string> carried(const std::vector<CarriedFile> &files, const std::string &ending) {
    std::vector<std::string> texts;
    for (const CarriedFile &file : files)
        if (std::string(file.path).ends_with(ending)) texts.emplace_back(file.text);
    return texts;
}

void read_bound(std::string_view bytes) {
    const std::string once = print_canonical(parse_bound(bytes, sizes).growth);
    law(print_canonical(parse_expression(once, sizes)) == once,
        "a bound that is printed is read as the same");
}
std::vector<std::string> bounds() {
    return {"O(n log n)",          "Theta(n^2 / 2 + k)", "Omega(max(n, k) log^2 n)",
            "O(1.5^n sqrt(k) n!)", "O(n·k² √n)",         "O(nlogn - floor(k / 3))"};
}

void read_a_template(std::string_view bytes) { parse_template(bytes, sizes); }
std::vector<std::string> templates() {
    return {"{n} {k}\n{integers(n, 0, 2 k)}\n",
            "{rows(n, \"{letters(8, 'abc')} {w = integer(1, n)} {n / w}\")}",
            "{let all = 3 n}{all} {parts(n, all)}\n{graph(n, k, 1, 9)}"};
}

void read_a_call(std::string_view bytes) {
    const std::size_t line = bytes.find('\n');
    const Call call = parse_call(bytes.substr(0, line));
    if (line != bytes.npos) as_arguments(call, bytes.substr(line + 1));
}
std::vector<std::string> calls() {
    return {"best_climb(levels: list of int, most: int) -> int\n3\n4 -5 6\n1\n",
            "turned(chart: list of list of real) -> list of (text, int)\n2\n2\n1.5 2\n0\n\n"};
}

void read_a_problem(std::string_view bytes) {
    namespace fs = std::filesystem;
    // A problem's files have to be there: those of all demos, as far from each other as the demos are.
    static const fs::path problem_folder = [] {
        lay_out(carried_demo(), folder() / "demo");
        std::vector<fs::path> found;
        for (const auto &entry : fs::recursive_directory_iterator(folder() / "demo"))
            if (entry.path().filename() == "stopwatch.toml") found.push_back(entry.path().parent_path());
        fs::path all = folder() / "demo" / "all" / "problem";
        fs::create_directories(all);
        for (const fs::path &one : found)
            fs::copy(one, all, fs::copy_options::recursive | fs::copy_options::overwrite_existing);
        return all;
    }();
    as_file("demo/all/problem/stopwatch.toml", bytes);
    const Problem problem = read_problem(problem_folder);
    problem.relations();
    complete_sizes(problem, {});
}
std::vector<std::string> problems() { return carried(carried_demo(), "stopwatch.toml"); }

// The first line is the heading; those that follow get the checksum that is right.
void read_a_journal(std::string_view bytes) {
    std::string text;
    while (!bytes.empty()) {
        const std::size_t end = std::min(bytes.find('\n'), bytes.size());
        std::string line(bytes.substr(0, end));
        bytes.remove_prefix(std::min(end + 1, bytes.size()));
        if (line.ends_with("}")) {
            const std::string check = hex_digest(line);
            line.pop_back();
            line += ",\"check\":\"" + check + "\"}";
        }
        text += line + "\n";
    }
    const Journal journal = read_journal(as_file("measurements.jsonl", text));
    for (const Measurement &measurement : journal.measurements) {
        value_of(measurement);
        const std::string line = journal_line(measurement);
        const Journal again = read_journal(as_file("again.jsonl", text.substr(0, text.find('\n') + 1) + line +
                                                                      (line.ends_with("\n") ? "" : "\n")));
        law(again.measurements.size() == 1 && journal_line(again.measurements.front()) == line,
            "a reading that is written is read as the same");
    }
    all_series(journal.measurements, {"quick"}, {"any"}, sizes, [](const Sizes &) { return true; });
}
std::vector<std::string> journals() {
    std::string text = "{\"schema\":\"iron-stopwatch/measurements/1\"}\n";
    for (const MeasuredKind kind : {MeasuredKind::counting, MeasuredKind::space, MeasuredKind::timing}) {
        Measurement one;
        one.kind = kind;
        one.solution = "quick";
        one.shape = "any";
        one.sizes = {{"n", 64}, {"k", 8}};
        std::string line = journal_line(one);
        text += line.substr(0, line.rfind(",\"check\"")) + "}\n";
    }
    return {text};
}

void read_somebodys_table(std::string_view bytes) { read_foreign_data(as_file("data.csv", bytes)); }
std::vector<std::string> tables() {
    return {"solution,shape,metric,n,k,value\nquick,any,time,10,2,120\nquick,any,time,20,2,250.5\n",
            "n;value\n1;\"25\"\n"};
}

void read_somebodys_claims(std::string_view bytes) {
    static const ForeignData data = read_foreign_data(as_file("data.csv", "n,k,value\n1,2,3\n4,5,6\n"));
    read_foreign_claims(as_file("claims.csv", bytes), data);
}
std::vector<std::string> claims() {
    return {"bound,where\nO(n),n <= 10 k\n", "shape;metric;bound\nall;time;\"O(n log k)\"\n"};
}

void read_an_agreement(std::string_view bytes) { read_agreement(as_file("agreement.json", bytes)); }
std::vector<std::string> agreements() {
    Agreement agreement;
    agreement.solutions.emplace_back();
    return {agreement_json(agreement)};
}

// The same text as a source of each language.
void read_a_source(std::string_view bytes) {
    const std::string source(bytes);
    law(without_comments(source).size() == source.size(), "what is blank is as long as it was");
    for (const char *ending : {"cpp", "c", "py", "js", "java", "rs"}) {
        const std::string path = std::string("one.") + ending;
        if (const auto proposal = proposal_for({{path, source}}, {"one"})) text_of(*proposal, "One");
    }
    claims_in_source(source, 0);
    claims_in_source(source, 3);
}
std::vector<std::string> sources() {
    std::vector<std::string> all;
    for (const char *ending : {".cpp", ".c", ".py", ".js", ".java", ".rs"})
        for (std::string &text : carried(carried_demo(), ending))
            all.push_back(std::move(text));
    return all;
}

void read_coverage_notes(std::string_view bytes) {
    const std::optional<GccNotes> notes = read_gcc_notes(as_file("one.gcno", bytes));
    if (!notes) return;
    for (const auto &[number, function] : notes->functions) {
        function.dominators();
        function.block_counts({{0, 3}, {1, 1}});
    }
}
std::vector<std::string> coverage_notes() {
    as_file("one.c",
            "int sum(const int *a, int n) { int s = 0; for (int i = 0; i < n; i++) s += a[i]; return s; }");
    const std::string command = "cd " + folder().string() + " && gcc -c -ftest-coverage -fprofile-arcs one.c";
    if (std::system(command.c_str()) != 0) return {};
    return {read_file(folder() / "one.gcno")};
}

// What a worker answers, whatever it is asked.
void read_a_reply(std::string_view bytes) {
    Runnable runnable;
    runnable.command = {"/bin/cat", as_file("replies", bytes)};
    runnable.folder = folder();
    Worker worker(runnable, false, folder() / "errors");
    for (int asked = 0; asked < 3 && worker.alive(); ++asked)
        worker.ask("run", 0.2).number("ns");
}
std::vector<std::string> replies() {
    return {"iron-stopwatch 1 python time steps space\nok ns=120 batch=8\nok steps=17\n",
            "no reason=\"can't\"\n"};
}

void read_quantities(std::string_view bytes) {
    const std::string text(bytes);
    for (const auto read : {+[](const std::string &one) { parse_seconds(one); },
                            +[](const std::string &one) { parse_bytes(one); },
                            +[](const std::string &one) { parse_number(one, "n"); }})
        try {
            read(text);
        } catch (const Error &) {
        }
}
std::vector<std::string> quantities() { return {"1.5 s", "20 ms", "256 MiB", "1_000", "10^6", "2e5"}; }

} // namespace

const std::vector<Reader> &readers() {
    static const std::vector<Reader> all = {
        {"bound", read_bound, bounds},
        {"template", read_a_template, templates},
        {"call", read_a_call, calls},
        {"problem", read_a_problem, problems},
        {"journal", read_a_journal, journals},
        {"table", read_somebodys_table, tables},
        {"claims", read_somebodys_claims, claims},
        {"agreement", read_an_agreement, agreements},
        {"source", read_a_source, sources},
        {"coverage-notes", read_coverage_notes, coverage_notes},
        {"reply", read_a_reply, replies},
        {"quantity", read_quantities, quantities},
    };
    return all;
}

} // namespace iron::fuzz
