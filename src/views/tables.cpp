#include "views/tables.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

#include "core/bound/order.h"
#include "core/reading/series.h"
#include "core/words.h"
#include "views/along.h"
#include "views/over_bound.h"
#include "views/reasons.h"
#include "views/text.h"

namespace iron {

namespace {

// Exponential growth has no exponent worth printing.
std::string exponent_text(double exponent, const std::optional<std::pair<double, double>> &interval) {
    if (!interval) return "-";
    const double off = std::max(interval->second - exponent, exponent - interval->first);
    return fmt::format("{:.2f} ±{:.2f}", exponent == 0 ? 0.0 : exponent, std::abs(off));
}

// 1,000,000 as 1e6: columns are narrow.
std::string short_size(double size) {
    const double power = std::floor(std::log10(std::max(size, 1.0)));
    if (size >= 1e5 && size == std::pow(10, power)) return fmt::format("1e{:.0f}", power);
    return size >= 1e5 ? three_digits(size) : grouped(size);
}

std::string class_text(const Growth &growth) {
    return growth.is_fitted() ? growth.told().name : "too few sizes";
}

// Growth that is on no list says nothing to a person who did not ask for it.
std::string unclaimed_class(const Growth &growth) {
    return growth.is_fitted() && growth.told().bent ? "-" : class_text(growth);
}

// A block of an input or an answer, cut to what a person can take in.
std::string excerpt(const std::string &text) {
    if (text.empty()) return "        (nothing)\n";
    std::string result;
    std::size_t at = 0;
    for (int lines = 0; at < text.size(); ++lines) {
        if (lines == 6) return result + "        … (whole in agreement.json and counterexamples/)\n";
        const std::size_t end = std::min(text.find('\n', at), text.size());
        result += "        " + cut_to(text.substr(at, end - at), terminal_width - 8) + "\n";
        at = end + 1;
    }
    return result;
}

} // namespace

std::string verdict_text(const Judgement &judgement) {
    std::string text = word_for(judgement.verdict);
    if (judgement.loose) text += ", loose";
    return text;
}

std::string would_decide_words(const Judgement &judgement) {
    if (!judgement.would_decide) return "";
    const WouldDecide &decide = *judgement.would_decide;
    if (decide.ends_at)
        return fmt::format("Measuring can't decide it: that would take {} = {}, and the problem ends at {}.",
                           decide.size_name, grouped(decide.size), grouped(*decide.ends_at));
    constexpr double year_ns = 3.2e16;
    if (decide.cost_ns && !(*decide.cost_ns < year_ns))
        return fmt::format("Measuring can't decide it: up to {} = {} a call would take over a year.",
                           decide.size_name, grouped(decide.size));
    const std::string cost =
        decide.cost_ns ? fmt::format(", about {} a call", time_text(*decide.cost_ns)) : "";
    return fmt::format("It would be decided by measuring up to {} = {}{}.", decide.size_name,
                       grouped(decide.size), cost);
}

namespace {

std::string chart_of(const JudgedClaim &one, const std::vector<SeriesGrowth> &growths) {
    const std::string &shape = one.claim.shape == "every" ? one.judgement.worst_shape : one.claim.shape;
    for (const SeriesGrowth &growth : growths) {
        const Metric decided = one.judgement.decided_by.value_or(one.claim.metric);
        if (growth.solution != one.solution || growth.shape != shape ||
            growth.metric != (decided == Metric::resident ? Metric::space : decided))
            continue;
        const std::string &size = growth.growth.names().front();
        Sizes sizes = held_along(growth.growth);
        const auto alone = [&](double value) {
            sizes[size] = value;
            return sizes;
        };
        if (!names_all(growth.growth.names(), one.claim.bound.growth)) return "";
        return inline_chart(over_bound(growth.growth, size, one.claim.bound, decided == Metric::time, alone));
    }
    return "";
}

} // namespace

namespace {

std::string claim_words(const JudgedClaim &one) {
    std::string claim = word_for(one.claim.metric) + (" " + one.claim.bound.written);
    if (one.claim.shape != "every") claim += " on " + one.claim.shape;
    return claim;
}

// What is false first, then what is open: that is what people look for.
std::string reasons_text(const std::vector<JudgedClaim> &claims) {
    std::string text;
    for (const Verdict verdict : {Verdict::exceeded, Verdict::undecided, Verdict::holds})
        for (const JudgedClaim &one : claims) {
            if (one.judgement.verdict != verdict) continue;
            text += wrapped(
                fmt::format("{}, {}: {}.", one.solution, claim_words(one), reason_text(one.judgement)),
                terminal_width, 2);
            if (one.judgement.would_decide)
                text += wrapped(would_decide_words(one.judgement), terminal_width, 4);
        }
    return text;
}

} // namespace

std::string claims_table(const std::vector<JudgedClaim> &claims, const std::vector<SeriesGrowth> &growths,
                         const Agreement *agreement, const std::string &between) {
    std::vector<std::vector<std::string>> rows;
    std::string last;
    for (const JudgedClaim &one : claims) {
        const Judgement &judged = one.judgement;
        const std::string grows = judged.growth_class.empty() ? "-" : judged.growth_class;
        rows.push_back({one.solution == last ? "" : one.solution, claim_words(one), grows,
                        verdict_text(judged), chart_of(one, growths)});
        last = one.solution;
    }
    // Solutions without any claim still grow like something.
    for (const SeriesGrowth &growth : growths) {
        const bool claimed = std::any_of(claims.begin(), claims.end(),
                                         [&](const JudgedClaim &c) { return c.solution == growth.solution; });
        if (claimed || growth.metric != Metric::time) continue;
        const auto steps = std::find_if(growths.begin(), growths.end(), [&](const SeriesGrowth &one) {
            return one.metric == Metric::steps && one.solution == growth.solution &&
                   one.shape == growth.shape && one.growth.is_fitted();
        });
        rows.push_back({growth.solution == last ? "" : growth.solution, "no claim",
                        unclaimed_class(steps != growths.end() ? steps->growth : growth.growth) + " (" +
                            growth.shape + ")",
                        "-", ""});
        last = growth.solution;
    }
    std::string text =
        table_text({"solution", "claim", "grows like", "verdict", "over bound"}, rows, terminal_width);
    if (agreement)
        for (const SolutionAgreement &entry : agreement->solutions)
            if (entry.verdict != SolutionAgreement::Verdict::agrees)
                text += wrapped("left out: " + entry.name + ": " + sentence_for(entry), terminal_width, 2);
    if (!between.empty()) text += "\n" + between;
    const std::string reasons = reasons_text(claims);
    return text + (reasons.empty() ? "" : "\n" + reasons);
}

std::string growth_table(const std::vector<SeriesGrowth> &growths) {
    std::vector<std::vector<std::string>> rows;
    std::vector<std::string> remarks;
    std::string last;
    for (const SeriesGrowth &one : growths) {
        const Growth &growth = one.growth;
        const bool alone = growth.names().size() == 1;
        const auto [from, to] = growth.range();
        rows.push_back({one.solution == last ? "" : one.solution, one.shape, word_for(one.metric),
                        class_text(growth),
                        growth.is_fitted() && alone ? exponent_text(growth.exponent, growth.interval) : "-",
                        alone ? fmt::format("{} to {}", short_size(from), short_size(to))
                              : "over " + fmt::format("{}", fmt::join(growth.names(), ", "))});
        last = one.solution;
        if (growth.is_fitted() && growth.told().name != growth.best().name)
            remarks.push_back(
                fmt::format("{} on {}: its steps grow like {}; by its times alone it would be {}.",
                            one.solution, one.shape, growth.told().name, growth.best().name));
    }
    std::string text =
        table_text({"solution", "shape", "metric", "grows like", "exponent", "sizes"}, rows, terminal_width);
    for (const std::string &remark : remarks)
        text += wrapped(remark, terminal_width, 2);
    return text;
}

namespace {

std::string reach_text(const Agreement &agreement) {
    if (!agreement.largest_input || agreement.largest_input->value <= 0) return "";
    const LargestInput &reach = *agreement.largest_input;
    const char *end = "";
    switch (reach.ended_by) {
    case LargestInput::End::largest:
        break;
    case LargestInput::End::time:
        end = ", where the time for larger ones was over";
        break;
    case LargestInput::End::nobody:
        end = ", where nobody answers in good time any more";
        break;
    }
    return fmt::format(" up to {} = {}{}", reach.size, grouped(reach.value), end);
}

std::string one_line(const std::string &answer) {
    const std::size_t end = answer.find_last_not_of(" \n");
    const std::string kept = end == std::string::npos ? "" : answer.substr(0, end + 1);
    const std::size_t line = kept.find('\n');
    return line == std::string::npos ? kept : kept.substr(0, line) + " …";
}

} // namespace

std::string proposed_text(const std::vector<ProposedClaim> &claims) {
    if (claims.empty()) return "";
    std::string text = "Nothing is claimed there yet; this holds, to paste into stopwatch.toml:\n";
    std::string last;
    for (const ProposedClaim &one : claims) {
        if (one.solution != last) text += "  [solutions." + one.solution + "]\n";
        last = one.solution;
        text += fmt::format("  {} = \"{}\"\n", word_for(one.metric), one.bound);
    }
    return text;
}

std::string call_text(const Call &call, std::string_view input) {
    constexpr std::size_t readable = 300; // letters
    const std::string arguments = input.size() > readable ? "" : as_arguments(call, input);
    return arguments.empty() ? "" : call.function + "(" + arguments + ")";
}

std::string agreement_text(const Agreement &agreement, const std::optional<Call> &call) {
    std::string text;
    std::size_t agreeing = 0;
    for (const SolutionAgreement &one : agreement.solutions)
        agreeing += one.verdict == SolutionAgreement::Verdict::agrees;
    text += wrapped(fmt::format("{} of {} agree on {}{}", agreeing,
                                counted_words(agreement.solutions.size(), "solution", "solutions"),
                                counted_words(static_cast<std::size_t>(agreement.inputs), "input", "inputs"),
                                reach_text(agreement)),
                    terminal_width, 0);
    for (const DoubtfulSample &one : agreement.doubtful_samples)
        text += wrapped(
            fmt::format("sample {} expects '{}', and all that answered say '{}': perhaps it is wrong itself",
                        one.number, one_line(one.expected), one_line(one.got)),
            terminal_width, 2);
    for (const SlowSample &one : agreement.slow_samples)
        text += wrapped(
            fmt::format("{}: sample {} was stopped after {}, the limit of a call; its other answers count",
                        one.solution, one.number, time_text(1e9 * one.after_s)),
            terminal_width, 2);
    for (const SolutionAgreement &one : agreement.solutions) {
        if (one.verdict == SolutionAgreement::Verdict::agrees) continue;
        text += wrapped(one.name + ": " + sentence_for(one), terminal_width, 2);
        if (one.outcome == Outcome::not_built) {
            text += one.detail + "\n";
            continue;
        }
        if (!one.counterexample) continue;
        const Counterexample &c = *one.counterexample;
        const bool has_answer = one.verdict == SolutionAgreement::Verdict::disagrees;
        if (std::string said = call ? call_text(*call, c.input) : ""; !said.empty()) {
            if (has_answer) said += " gave " + as_value(call->gives, c.got);
            if (!c.expected.empty() && c.expected != no_majority)
                said += ", expected " + as_value(call->gives, c.expected);
            text += wrapped(said, terminal_width, 6);
            continue;
        }
        text += "      input\n" + excerpt(c.input);
        if (!c.expected.empty()) text += "      expected\n" + excerpt(c.expected);
        if (has_answer) text += "      got\n" + excerpt(c.got);
    }
    return text;
}

std::vector<std::string> floor_sentences(const std::vector<Measurement> &measurements,
                                         const std::string &size) {
    struct Program {
        double floor_ns = 0, floor_bytes = 0, largest_ns = 0;
        std::map<double, std::vector<double>> times; // by size
    };
    std::vector<std::string> order;
    std::map<std::string, Program> programs;
    for (const Measurement &m : measurements) {
        if (m.outcome != Outcome::done || m.kind == MeasuredKind::counting) continue;
        const bool timed = m.kind == MeasuredKind::timing && m.calls == 1 && program_start_ns(m) > 0;
        if (!timed && !programs.contains(m.solution)) continue;
        if (timed && !programs.contains(m.solution)) order.push_back(m.solution);
        Program &program = programs[m.solution];
        if (timed) {
            program.floor_ns = m.floor_ns;
            program.times[m.sizes.at(size)].push_back(m.time_ns);
        } else if (m.kind == MeasuredKind::space && m.space.floor_bytes > 0)
            program.floor_bytes = static_cast<double>(m.space.floor_bytes);
    }
    std::vector<std::string> sentences;
    for (const std::string &name : order) {
        const Program &program = programs[name];
        std::string text = fmt::format("{} is measured as a whole program; one that does nothing takes {}",
                                       name, time_text(program.floor_ns));
        if (program.floor_bytes > 0) text += fmt::format(" and {}", bytes_text(program.floor_bytes));
        // Seen from where it takes as much again, and from there on always.
        double from = 0;
        for (auto entry = program.times.rbegin(); entry != program.times.rend(); ++entry) {
            if (quantile(entry->second, 0.5) < 2 * program.floor_ns) break;
            from = entry->first;
        }
        text += from > 0
                    ? fmt::format("; what it does itself can be seen from {} = {} on", size, grouped(from))
                    : "; what it does itself does not stand out from that at any size measured";
        sentences.push_back(text);
    }
    return sentences;
}

} // namespace iron
