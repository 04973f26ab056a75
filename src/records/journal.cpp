#include "records/journal.h"

#include <cerrno>
#include <cmath>
#include <cstring>
#include <fcntl.h>
#include <map>
#include <set>
#include <tuple>
#include <unistd.h>

#include "core/error.h"
#include "records/digest.h"
#include "records/files.h"
#include "records/json.h"

namespace iron {

const char *word_for(MeasuredKind kind) {
    switch (kind) {
    case MeasuredKind::timing:
        return "timing";
    case MeasuredKind::counting:
        return "counting";
    case MeasuredKind::space:
        return "space";
    }
    return "";
}

namespace {

MeasuredKind kind_named(const std::string &word) {
    for (const MeasuredKind kind : {MeasuredKind::timing, MeasuredKind::counting, MeasuredKind::space})
        if (word == word_for(kind)) return kind;
    throw std::invalid_argument("no kind of measurement is called " + word);
}

std::string with_check(const Json &line) {
    std::string text = text_of(line);
    const std::string check = hex_digest(text);
    text.pop_back();
    return text + ",\"check\":\"" + check + "\"}";
}

// The line without its checksum, if that is right.
std::optional<std::string> checked(const std::string &line) {
    const std::size_t at = line.rfind(",\"check\":\"");
    if (at == std::string::npos) return std::nullopt;
    const std::string text = line.substr(0, at) + "}";
    if (line.substr(at) != ",\"check\":\"" + hex_digest(text) + "\"}") return std::nullopt;
    return text;
}

double rounded(double value) { return std::round(value * 1000) / 1000; }

Measurement measurement_of(const Json &j) {
    Measurement m;
    m.kind = kind_named(j.at("kind"));
    m.solution = j.at("solution");
    m.shape = j.at("shape");
    for (const auto &[name, value] : j.at("sizes").items())
        m.sizes[name] = value.get<double>();
    m.seed = j.at("seed");
    m.generation = j.at("generation");
    m.round = j.at("round");
    m.worker = j.value("worker", 0);
    m.at_s = j.value("at_s", 0.0);
    m.outcome = outcome_of(j.at("outcome").get<std::string>()).value_or(Outcome::failed);
    m.calls = j.value("calls", std::int64_t{0});
    m.inputs = j.value("inputs", 0);
    m.time_ns = j.value("time_ns", 0.0);
    m.cpu_ns = j.value("cpu_ns", 0.0);
    m.floor_ns = j.value("floor_ns", 0.0);
    m.disturbed = j.value("disturbed", false);
    m.cold = j.value("cold", false);
    m.warm_ns = j.value("warm_ns", 0.0);
    m.warm_calls = j.value("warm_calls", std::int64_t{0});
    m.steps = j.value("steps", std::int64_t{0});
    m.bulk_steps = j.value("bulk_steps", std::int64_t{0});
    if (j.contains("spots")) m.spots = j["spots"].get<SpotCounts>();
    m.varying = j.value("varying", false);
    if (j.contains("later_steps")) m.later_steps = j["later_steps"].get<std::int64_t>();
    m.long_numbers = j.value("long_numbers", false);
    const auto bytes = [&](const char *name) { return j.value(name, std::int64_t{0}); };
    m.space = {bytes("space_bytes"),         bytes("heap_peak_bytes"),
               bytes("answer_bytes"),        bytes("stack_peak_bytes"),
               bytes("allocations"),         j.value("grain_bytes", std::int64_t{16}),
               bytes("resident_peak_bytes"), j.value("input_bytes", std::int64_t{-1}),
               bytes("floor_bytes")};
    m.text_bytes = bytes("text_bytes");
    m.answer_digest = j.value("answer_digest", "");
    return m;
}

} // namespace

const char *word_for(Outcome outcome) {
    switch (outcome) { // no default: the compiler tells of one forgotten
    case Outcome::done:
        return "done";
    case Outcome::wrong_answer:
        return "wrong-answer";
    case Outcome::no_answer:
        return "no-answer";
    case Outcome::crashed:
        return "crashed";
    case Outcome::failed:
        return "failed";
    case Outcome::over_time:
        return "over-time";
    case Outcome::over_memory:
        return "over-memory";
    case Outcome::over_stack:
        return "over-stack";
    case Outcome::over_output:
        return "over-output";
    case Outcome::over_processes:
        return "over-processes";
    case Outcome::not_built:
        return "not-built";
    }
    return "";
}

std::optional<Outcome> outcome_of(const std::string &word) {
    for (int i = 0; i <= static_cast<int>(Outcome::not_built); ++i)
        if (word == word_for(static_cast<Outcome>(i))) return static_cast<Outcome>(i);
    return std::nullopt;
}

bool is_over_a_limit(Outcome outcome) {
    return outcome == Outcome::over_time || outcome == Outcome::over_memory ||
           outcome == Outcome::over_stack || outcome == Outcome::over_output;
}

std::string journal_line(const Measurement &m) {
    Json j;
    j["kind"] = word_for(m.kind);
    j["solution"] = m.solution;
    j["shape"] = m.shape;
    j["sizes"] = Json::object();
    for (const auto &[name, value] : m.sizes)
        j["sizes"][name] = static_cast<std::int64_t>(value);
    j["seed"] = m.seed;
    j["generation"] = m.generation;
    j["round"] = m.round;
    j["worker"] = m.worker;
    j["at_s"] = rounded(m.at_s);
    j["outcome"] = word_for(m.outcome);
    if (m.outcome == Outcome::done && m.kind == MeasuredKind::timing) {
        j["calls"] = m.calls;
        j["inputs"] = m.inputs;
        j["time_ns"] = rounded(m.time_ns);
        j["cpu_ns"] = rounded(m.cpu_ns);
        j["floor_ns"] = rounded(m.floor_ns);
        j["disturbed"] = m.disturbed;
        if (m.warm_calls > 0) {
            j["warm_ns"] = rounded(m.warm_ns);
            j["warm_calls"] = m.warm_calls;
        }
    } else if (m.outcome == Outcome::done && m.kind == MeasuredKind::counting) {
        j["steps"] = m.steps;
        j["bulk_steps"] = m.bulk_steps;
        if (!m.spots.empty()) j["spots"] = m.spots;
        j["varying"] = m.varying;
        if (m.later_steps) j["later_steps"] = *m.later_steps;
        if (m.long_numbers) j["long_numbers"] = true;
    } else if (m.outcome == Outcome::done && m.kind == MeasuredKind::space) {
        j["space_bytes"] = m.space.space_bytes;
        j["heap_peak_bytes"] = m.space.heap_peak_bytes;
        j["answer_bytes"] = m.space.answer_bytes;
        j["stack_peak_bytes"] = m.space.stack_peak_bytes;
        j["allocations"] = m.space.allocations;
        j["grain_bytes"] = m.space.grain_bytes;
        if (m.space.resident_peak_bytes > 0) j["resident_peak_bytes"] = m.space.resident_peak_bytes;
        if (m.space.input_bytes >= 0) j["input_bytes"] = m.space.input_bytes;
        if (m.space.floor_bytes > 0) j["floor_bytes"] = m.space.floor_bytes;
    }
    if (m.cold) j["cold"] = true;
    if (m.text_bytes > 0) j["text_bytes"] = m.text_bytes;
    if (!m.answer_digest.empty()) j["answer_digest"] = m.answer_digest;
    return with_check(j);
}

Journal read_journal(const std::filesystem::path &path) {
    const std::string text = read_file(path, "'iron-stopwatch measure' writes it");
    Journal journal;
    std::size_t at = text.find('\n');
    if (at == std::string::npos)
        throw Error(Category::usage, path.string() + " is empty", "run 'iron-stopwatch measure'");
    const auto heading = checked(text.substr(0, at));
    const Json head = heading ? json_if_any(*heading) : Json();
    if (!head.is_object() || !head.contains("schema") || head["schema"] != "iron-stopwatch/measurements/1")
        throw Error(Category::usage, path.string() + ":1: the first line is not that of a journal",
                    "it should be {\"schema\":\"iron-stopwatch/measurements/1\",…} with its checksum");
    journal.heading = *heading;
    for (++at; at < text.size();) {
        const std::size_t end = text.find('\n', at);
        if (end == std::string::npos) { // torn: the writer was stopped in the middle
            ++journal.dropped;
            break;
        }
        const std::string written = text.substr(at, end - at);
        const auto line = checked(written);
        at = end + 1;
        if (!line) {
            ++journal.dropped;
            continue;
        }
        try {
            journal.measurements.push_back(measurement_of(json_of(*line)));
            journal.whole_lines += written + "\n";
        } catch (const std::exception &) { // no JSON, or a kind that is none
            ++journal.dropped;
        }
    }
    return journal;
}

JournalWriter::JournalWriter(const std::filesystem::path &path, const std::string &heading,
                             const std::string &lines)
    : path_(path) {
    // Replaced whole: a kill now leaves the earlier session's file as it was.
    write_file(path, with_check(json_of(heading)) + "\n" + lines);
    fd_ = open(path.c_str(), O_WRONLY | O_APPEND | O_CLOEXEC, 0666);
    if (fd_ < 0)
        throw Error(Category::not_possible, path.string() + " can't be written: " + std::strerror(errno));
}

JournalWriter::~JournalWriter() { close(fd_); }

void JournalWriter::append(const Measurement &measurement) { write_line(journal_line(measurement)); }

void JournalWriter::write_line(const std::string &line) {
    const std::string whole = line + "\n"; // one write a line: a kill tears at most the last
    for (std::size_t done = 0; done < whole.size();) {
        const ssize_t wrote = write(fd_, whole.data() + done, whole.size() - done);
        if (wrote < 0 && errno == EINTR) continue;
        if (wrote < 0)
            throw Error(Category::not_possible, path_.string() + " can't be written: " + std::strerror(errno),
                        "is there room on the disk?");
        done += static_cast<std::size_t>(wrote);
    }
}

namespace {

constexpr double longest_empty_call_ns = 1e5;

} // namespace

double program_start_ns(const Measurement &m) { return m.floor_ns < longest_empty_call_ns ? 0 : m.floor_ns; }

ReadValue value_of(const Measurement &m) {
    if (m.kind == MeasuredKind::counting) return {Metric::steps, static_cast<double>(m.steps)};
    if (m.kind == MeasuredKind::space) return {Metric::space, static_cast<double>(m.space.space_bytes)};
    // An empty call was taken off, which is known to half a nanosecond or so; of whole programs it was not.
    constexpr double told = 0.25;
    return {Metric::time,
            m.floor_ns < longest_empty_call_ns ? std::max(m.time_ns, told * m.floor_ns) : m.time_ns};
}

namespace {

struct ReadCell {
    std::vector<Reading> readings;
    bool swept = false;
};

// Over the sizes that change; over the first where none does.
Series series_over(const std::map<std::vector<double>, ReadCell> &found,
                   const std::vector<std::string> &names) {
    Series series{{}, {}};
    std::vector<std::size_t> changing;
    for (std::size_t i = 0; i < names.size(); ++i)
        if (std::any_of(found.begin(), found.end(),
                        [&](const auto &cell) { return cell.first[i] != found.begin()->first[i]; }))
            changing.push_back(i);
    if (changing.empty()) changing.push_back(0);
    for (const std::size_t i : changing)
        series.names.push_back(names[i]);
    for (const auto &[sizes, read] : found) {
        ReadPlace cell{{}, read.readings, read.swept};
        for (const std::size_t i : changing)
            cell.sizes.push_back(sizes[i]);
        series.places.push_back(std::move(cell));
    }
    return series;
}

} // namespace

std::vector<NamedSeries> all_series(const std::vector<Measurement> &measurements,
                                    const std::vector<std::string> &solutions,
                                    const std::vector<std::string> &shapes,
                                    const std::vector<std::string> &names,
                                    const std::function<bool(const Sizes &)> &on_sweep) {
    std::map<std::tuple<std::string, std::string, Metric>, std::map<std::vector<double>, ReadCell>> found;
    std::map<std::string, std::pair<double, double>> grains; // of space, by solution: least and largest
    // Counts and bytes of one input are one reading, however often they were taken: lines through the sizes
    // cross.
    std::set<std::tuple<std::string, std::string, Metric, Sizes, std::uint64_t>> exact;
    for (const Measurement &m : measurements) {
        std::vector<double> sizes;
        for (const std::string &name : names)
            if (const auto size = m.sizes.find(name); size != m.sizes.end()) sizes.push_back(size->second);
        if (m.outcome != Outcome::done || sizes.size() != names.size()) continue;
        const ReadValue read = value_of(m);
        if (m.kind == MeasuredKind::space) {
            const double grain = static_cast<double>(m.space.grain_bytes);
            const auto [here, fresh] = grains.try_emplace(m.solution, grain, grain);
            here->second = {std::min(here->second.first, grain), std::max(here->second.second, grain)};
        }
        if (m.kind != MeasuredKind::timing && !m.varying &&
            !exact.insert({m.solution, m.shape, read.metric, m.sizes, m.seed}).second)
            continue;
        ReadCell &here = found[{m.solution, m.shape, read.metric}][sizes];
        here.readings.push_back({m.generation, m.round, read.value});
        here.swept = on_sweep(m.sizes);
    }
    std::vector<NamedSeries> all;
    for (const std::string &solution : solutions)
        for (const std::string &shape : shapes)
            for (const Metric metric : {Metric::steps, Metric::time, Metric::space}) {
                const auto here = found.find({solution, shape, metric});
                if (here == found.end()) continue;
                NamedSeries one{solution, shape, metric, series_over(here->second, names)};
                if (const auto grain = grains.find(solution); grain != grains.end())
                    std::tie(one.series.grain_of_most, one.series.grain) = grain->second;
                all.push_back(std::move(one));
            }
    return all;
}

std::vector<NamedSeries>
memory_series(const std::vector<Measurement> &measurements, const std::vector<std::string> &solutions,
              const std::set<std::string> &whole_programs, const std::vector<std::string> &shapes,
              const std::vector<std::string> &names, const std::function<bool(const Sizes &)> &on_sweep) {
    std::vector<Measurement> known;
    for (Measurement m : measurements) {
        if (m.kind != MeasuredKind::space) continue;
        SpaceReading &space = m.space;
        if (whole_programs.contains(m.solution))
            space.space_bytes = space.resident_peak_bytes;
        else if (space.input_bytes >= 0)
            space.space_bytes += space.input_bytes + space.answer_bytes;
        else
            continue;
        known.push_back(std::move(m));
    }
    std::vector<NamedSeries> all = all_series(known, solutions, shapes, names, on_sweep);
    for (NamedSeries &one : all)
        one.metric = Metric::memory;
    return all;
}

} // namespace iron
