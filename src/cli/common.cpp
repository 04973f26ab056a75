#include "cli/common.h"

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <fmt/format.h>
#include <sys/ioctl.h>
#include <sys/resource.h>
#include <system_error>
#include <unistd.h>

#include "core/nearest.h"
#include "lab/clock.h"
#include "records/quantity.h"
#include "views/progress.h"

namespace iron {

void add_common(CLI::App &command, Options &options, bool measures) {
    command.add_option("--problem", options.problem, "the problem folder")->capture_default_str();
    command.add_option("--out", options.out, "results folder (stopwatch-results in the problem folder)");
    command.add_option("--only", options.only, "these solutions only, separated by commas")->delimiter(',');
    command.add_option("--shapes", options.shapes, "these shapes only, separated by commas")->delimiter(',');
    command.add_flag("--json", options.json,
                     "print the JSON document on standard output, nothing else there");
    command.add_flag("--quiet", options.quiet, "no progress, no notes");
    command.add_flag("--verbose", options.verbose, "more notes");
    if (!measures) return;
    add_budget(command, options, "time for measuring");
    command.add_option("--seed", options.seed, "seed of all inputs")->capture_default_str();
    command.add_flag("--afresh", options.afresh, "start anew, whatever was measured before");
    command.add_flag("--cold", options.cold,
                     "time the first call of a new process each time, nothing warmed up");
    command.add_option("--upto", options.upto, "largest size to measure, n=20000; repeatable");
}

void add_budget(CLI::App &command, Options &options, const std::string &what) {
    command.add_option("--budget", options.budget, what + "; not given, no more than certainty takes")
        ->capture_default_str()
        ->each([&options](const std::string &) { options.spends_all = true; });
}

void add_tries(CLI::App &command, Options &options) {
    command.add_option("--tries", options.tries, "small inputs of each shape, at most")
        ->check(CLI::Range(1, 1'000'000))
        ->capture_default_str();
}

std::string told_path(const std::filesystem::path &path) {
    const std::filesystem::path relative = path.lexically_proximate(std::filesystem::current_path());
    return relative.empty() || *relative.begin() == ".." ? path.string() : relative.string();
}

std::pair<std::string, double> parse_size(const std::string &text) {
    const std::size_t equal = text.find('=');
    if (equal == std::string::npos || equal == 0)
        throw Error(Category::usage, "'" + text + "' is not a size", "write it as n=20000");
    const std::string name = text.substr(0, equal);
    return {name, parse_number(text.substr(equal + 1), name)};
}

namespace {

void check_known(const std::vector<std::string> &given, const std::vector<std::string> &known,
                 const char *what) {
    std::vector<Finding> findings;
    for (const std::string &name : given)
        if (std::find(known.begin(), known.end(), name) == known.end())
            findings.push_back(
                {fmt::format("there is no {} '{}'", what, name), {}, advise_nearest(name, known)});
    if (!findings.empty()) throw Error(Category::usage, std::move(findings));
}

} // namespace

Sizes parse_sizes(const std::vector<std::string> &texts, const std::vector<std::string> &names) {
    Sizes sizes;
    for (const std::string &text : texts) {
        const auto [name, size] = parse_size(text);
        check_known({name}, names, "size");
        sizes[name] = size;
    }
    return sizes;
}

Session open_session(const Options &options) {
    auto problem = std::make_unique<Problem>(read_problem(options.problem));
    problem->folder = std::filesystem::absolute(problem->folder).lexically_normal();
    take_claims_of_sources(*problem);
    Session session{std::move(problem), options, options.out, {}};
    if (options.out.empty()) session.out = session.problem->folder / "stopwatch-results";
    std::vector<std::string> names, shapes;
    for (const Solution &solution : session.problem->solutions)
        names.push_back(solution.name);
    for (const Shape &shape : session.problem->shapes)
        shapes.push_back(shape.name);
    check_known(options.only, names, "solution");
    check_known(options.shapes, shapes, "shape");
    parse_sizes(options.upto, session.problem->size_names());
    if (session.budget_s() <= 0)
        throw Error(Category::usage, "the budget is nothing", "for example --budget 30s");
    session.contenders = session.all_contenders();
    return session;
}

std::vector<Contender> Session::all_contenders() const {
    std::vector<Contender> all;
    for (const Solution *solution : solutions())
        all.push_back(contender_of(*problem, *solution));
    return all;
}

std::vector<const Solution *> Session::solutions() const {
    std::vector<const Solution *> chosen;
    for (const Solution &solution : problem->solutions)
        if (options.only.empty() ||
            std::find(options.only.begin(), options.only.end(), solution.name) != options.only.end())
            chosen.push_back(&solution);
    return chosen;
}

std::vector<std::string> Session::shape_names() const {
    std::vector<std::string> chosen;
    for (const Shape &shape : problem->shapes)
        if (options.shapes.empty() ||
            std::find(options.shapes.begin(), options.shapes.end(), shape.name) != options.shapes.end())
            chosen.push_back(shape.name);
    return chosen;
}

double Session::budget_s() const { return parse_seconds(options.budget); }

Scope Session::scope() const {
    Scope scope{*problem, contenders, shape_names()};
    scope.upto = parse_sizes(options.upto, problem->size_names());
    return scope;
}

namespace {

bool closed_output = false; // nobody could be told anything

// What is said beside the results: where nobody listens the work goes on.
template <typename... Values>
void say(fmt::format_string<Values...> format, Values &&...values) {
    std::fputs(fmt::format(format, std::forward<Values>(values)...).c_str(), stderr);
}

[[noreturn]] void fail_to_write() {
    if (errno == EPIPE && !closed_output)
        throw std::system_error(EPIPE, std::generic_category()); // no error: who reads it has enough
    throw Error(Category::not_possible,
                fmt::format("standard output can't be written: {}",
                            closed_output ? "it is closed" : std::strerror(errno)),
                "what was written to files stands");
}

} // namespace

void hold_standard_streams() {
    for (const int stream : {STDIN_FILENO, STDOUT_FILENO, STDERR_FILENO})
        if (fcntl(stream, F_GETFD) < 0) {
            closed_output = closed_output || stream == STDOUT_FILENO;
            if (open("/dev/null", stream == STDIN_FILENO ? O_RDONLY : O_WRONLY) != stream) std::abort();
        }
}

void allow_many_files() {
    rlimit files{};
    if (getrlimit(RLIMIT_NOFILE, &files) != 0) return;
    files.rlim_cur = files.rlim_max;
    setrlimit(RLIMIT_NOFILE, &files);
    constexpr rlim_t least = 128; // pipes of a few workers, beyond the numbers that they are handed on by
    if (files.rlim_max < least)
        throw Error(Category::not_possible,
                    fmt::format("only {} files may be open at a time", files.rlim_max),
                    fmt::format("allow {} or more: ulimit -n 1024", least));
}

void write_out(std::string_view bytes) {
    if (closed_output || std::fwrite(bytes.data(), 1, bytes.size(), stdout) != bytes.size()) fail_to_write();
}

void check_output_told() {
    if (closed_output || (std::fflush(stdout) != 0 && errno != EPIPE)) fail_to_write();
}

TerminalTeller::TerminalTeller(const Options &options)
    : quiet_(options.quiet), terminal_(isatty(STDERR_FILENO)) {}

TerminalTeller::~TerminalTeller() { clear(); }

void TerminalTeller::clear() {
    if (shown_) say("\r\033[K");
    shown_ = false;
}

void TerminalTeller::phase(const std::string &name) {
    phase_ = name;
    last_s_ = 0;
    if (quiet_) return;
    clear();
    if (!terminal_) say("{}\n", name);
}

void TerminalTeller::progress(double spent_s, double budget_s, const std::function<std::string()> &doing) {
    const double now = SteadyClock().seconds();
    if (quiet_ || !terminal_ || now - last_s_ < 0.1) return;
    last_s_ = now;
    winsize size{};
    const std::size_t width =
        ioctl(STDERR_FILENO, TIOCGWINSZ, &size) == 0 && size.ws_col > 20 ? size.ws_col - 1u : 79u;
    say("\r\033[K{}", progress_line({phase_, spent_s, budget_s, doing()}, width));
    std::fflush(stderr);
    shown_ = true;
}

void TerminalTeller::note(const std::string &text) {
    if (quiet_) return;
    clear();
    say("{}\n", text);
}

int status_of(const Agreement &agreement) {
    for (const SolutionAgreement &one : agreement.solutions)
        if (one.verdict != SolutionAgreement::Verdict::agrees) return status_wrong;
    return agreement.doubtful_samples.empty() ? status_done : status_wrong;
}

int status_of(const std::vector<JudgedClaim> &claims) {
    for (const JudgedClaim &one : claims)
        if (one.judgement.verdict == Verdict::exceeded) return status_wrong;
    return status_done;
}

Without without_of(const Options &options) {
    const std::vector<std::string> known = rule_names();
    for (const std::string &name : options.without)
        if (std::find(known.begin(), known.end(), name) == known.end())
            throw Error(Category::usage, fmt::format("--without {}: there is no such rule", name),
                        advise_nearest(name, known));
    return {options.without.begin(), options.without.end()};
}

} // namespace iron
