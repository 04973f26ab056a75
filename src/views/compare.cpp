#include "views/compare.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "core/words.h"
#include "views/tables.h"
#include "views/text.h"

namespace iron {

namespace {

// Ratios are told from the better side: 4 times faster, 2.5 times slower.
std::string times_words(double ratio, Metric metric) {
    const bool less = ratio < 1;
    const char *word = metric == Metric::time    ? less ? "faster" : "slower"
                       : metric == Metric::steps ? less ? "fewer" : "more"
                       : less                    ? "less"
                                                 : "more";
    const double times = less ? 1 / ratio : ratio;
    if (times < 1.1) return fmt::format("{} % {}", three_digits(100 * (times - 1)), word);
    return fmt::format("{} times {}", three_digits(times), word);
}

std::string range_words(const Interval &interval) {
    const bool less = interval.second < 1;
    const double low = less ? 1 / interval.second : interval.first,
                 high = less ? 1 / interval.first : interval.second;
    if (high < 1.1)
        return fmt::format("[{}, {}] %", three_digits(100 * (low - 1)), three_digits(100 * (high - 1)));
    return fmt::format("[{}, {}]", three_digits(low), three_digits(high));
}

std::string size_text(double size) { return grouped(std::round(size)); }

std::string losses_words(const TradePoint &point, const TradePoint &better) {
    const std::string space =
        better.space_bytes > 0
            ? fmt::format("{} times the space", three_digits(point.space_bytes / better.space_bytes))
            : fmt::format("{} where that takes none", bytes_text(point.space_bytes));
    return fmt::format("{} takes {} times the time and {} of {}.", point.solution,
                       three_digits(point.time_ns / better.time_ns), space, better.solution);
}

} // namespace

std::string course_words(const RatioCourse &course, Metric metric, const std::string &size_name) {
    const auto at = [&](const RatioPoint &point) {
        return fmt::format("{} at {} = {}", times_words(point.ratio, metric), size_name,
                           size_text(point.size));
    };
    if (course.kind == RatioCourse::Kind::unknown)
        return fmt::format("too few common sizes to tell growth; {}", at(course.points.back()));
    if (course.kind == RatioCourse::Kind::level) {
        if (!course.differs)
            return course.would_have_seen < 5e-4
                       ? std::string("the same")
                       : fmt::format("no difference seen (from {} % on it would have been)",
                                     three_digits(100 * course.would_have_seen));
        return fmt::format("same growth, {} {}", times_words(course.ratio, metric),
                           range_words(course.interval));
    }
    const std::size_t third = course.points.size() / 3;
    return fmt::format("{} {}: {}, {}", metric == Metric::steps ? "grow" : "grows",
                       course.kind == RatioCourse::Kind::falling ? "slower" : "faster",
                       at(course.points[third]), at(course.points.back()));
}

std::string fastest_words(const ComparisonOfAll &all) {
    std::string text;
    for (std::size_t i = 0; i < all.fastest.size(); ++i) {
        const FastestRange &range = all.fastest[i];
        const bool last = i + 1 == all.fastest.size();
        if (all.fastest.size() == 1)
            text = fmt::format("{} at every size read, {} = {} to {}", range.solution, all.size_name,
                               size_text(all.read_from), size_text(all.read_to));
        else if (last)
            text += ", above it " + range.solution;
        else
            text += fmt::format("{}up to {} = {} {}", i ? ", then " : "", all.size_name, size_text(range.to),
                                range.solution);
    }
    if (all.farther)
        text +=
            fmt::format("; at {} = {}, which was not read, by forecast {} ({})", all.size_name,
                        size_text(all.farther->size), all.farther->solution, time_text(all.farther->time_ns));
    return text;
}

std::string comparison_text(const ComparisonOfAll &all, bool every_shape,
                            const std::vector<std::pair<std::string, std::string>> &left_out) {
    std::string text;
    const bool has_worst = std::any_of(all.pairs.begin(), all.pairs.end(), [](const PairComparison &pair) {
        return pair.shape == worst_shape_name;
    });
    std::string last;
    for (const PairComparison &pair : all.pairs) {
        if (has_worst && !every_shape && pair.shape != worst_shape_name) continue;
        const std::string heading =
            fmt::format("{} against {}, {}", pair.solution, pair.against,
                        pair.shape == worst_shape_name ? "in the worst shape" : "shape " + pair.shape);
        if (heading != last) text += (last.empty() ? "" : "\n") + heading + "\n";
        last = heading;
        text += wrapped(fmt::format("{:6} {}", word_for(pair.metric),
                                    course_words(pair.course, pair.metric, all.size_name)),
                        terminal_width, 2);
        for (const PairCrossing &one : all.crossings) {
            if (one.solution != pair.solution || one.against != pair.against || one.shape != pair.shape ||
                one.metric != pair.metric)
                continue;
            const bool first = one.crossing.first_is_smaller_below;
            text += wrapped(fmt::format("{} takes less up to {} = {} [{}, {}], {} above it{}",
                                        first ? pair.solution : pair.against, all.size_name,
                                        size_text(one.crossing.at), size_text(one.crossing.interval.first),
                                        size_text(one.crossing.interval.second),
                                        first ? pair.against : pair.solution,
                                        one.measured ? "" : " (forecast: beyond what was measured)"),
                            terminal_width, 9);
        }
    }
    if (!all.trade.empty()) {
        text += fmt::format("\nTime against memory at {} = {}, in the worst shape\n", all.size_name,
                            size_text(all.trade_at));
        std::vector<std::vector<std::string>> rows;
        for (const TradePoint &point : all.trade) {
            rows.push_back({point.solution, reading_text(point.time_ns, Metric::time),
                            reading_text(point.space_bytes, Metric::space),
                            point.unbeaten() ? "unbeaten in both" : "beaten by " + point.beaten_by});
        }
        text += table_text({"solution", "time", "space", ""}, rows, terminal_width);
        for (const TradePoint &point : all.trade)
            for (const TradePoint &better : all.trade)
                if (better.solution == point.beaten_by)
                    text += wrapped(losses_words(point, better), terminal_width, 2);
    }
    if (!all.rankings.empty()) {
        text += "\nThe order in time\n";
        for (const Ranked &ranked : all.rankings) {
            std::string order;
            for (const auto &[solution, time] : ranked.times)
                order += (order.empty() ? "" : ", ") + solution + " " + time_text(time);
            text += wrapped(
                fmt::format("{}, {} = {}: {}", ranked.shape, all.size_name, size_text(ranked.size), order),
                terminal_width, 2);
        }
    }
    for (const auto &[solution, reason] : left_out)
        text += wrapped(fmt::format("left out: {}: {}", solution, reason), terminal_width, 2);
    if (const std::string fastest = fastest_words(all); !fastest.empty())
        text += "\n" + wrapped("Fastest in the worst shape: " + fastest + ".", terminal_width, 0);
    return text;
}

} // namespace iron
