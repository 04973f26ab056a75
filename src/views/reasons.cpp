#include "views/reasons.h"

#include <cmath>
#include <fmt/format.h>
#include <variant>

#include "core/policy.h"
#include "core/words.h"
#include "views/text.h"

namespace iron {

namespace {

std::string joined(const std::vector<std::string> &parts, const char *between) {
    std::string text;
    for (const std::string &part : parts)
        text += (text.empty() ? "" : between) + part;
    return text;
}

// "n = 16 and 1,024" where one size alone changes.
std::string both_places(const NamedPlace &from, const NamedPlace &to) {
    if (from.size() > 1) return fmt::format("{} and {}", sizes_text(from), sizes_text(to));
    return fmt::format("{} and {}", sizes_text(from), grouped(to.begin()->second));
}

std::string stretch_text(const Stretch &s) {
    constexpr double level = 0.03; // ln
    const std::string what = divided_text(s.metric, s.bound), between = both_places(s.from, s.to);
    const auto shown = [&](double value) { return reading_text(value, s.metric); };
    const bool plural = s.metric == Metric::steps;
    // Below the grain of the reading nothing is told: it may be less than that.
    if (!plural && s.metric != Metric::time && s.bound == "1" && s.last == s.first)
        return fmt::format("{} stays within {} between {}", what, shown(s.last), between);
    if (std::abs(std::log(s.last / s.first)) < level)
        return fmt::format("{} {} level at {} between {}", what, plural ? "stay" : "stays", shown(s.last),
                           between);
    const char *verb = s.last > s.first ? plural ? "rise" : "rises" : plural ? "fall" : "falls";
    if (s.from.size() > 1)
        return fmt::format("{} {} from {} at {} to {} at {}", what, verb, shown(s.first), sizes_text(s.from),
                           shown(s.last), sizes_text(s.to));
    return fmt::format("{} {} from {} to {} between {}", what, verb, shown(s.first), shown(s.last), between);
}

std::string unnamed_text(const std::vector<std::string> &sizes) {
    return sizes.empty()
               ? ""
               : fmt::format("; that grows with {}, which the bound does not name", joined(sizes, " and "));
}

std::string told(const because::TooFewPlaces &b) {
    const TooFew &missing = b.missing;
    std::string text =
        fmt::format("only {}", missing.places == 1 ? std::string(b.several ? "1 place was" : "1 size was")
                                                   : fmt::format("{} {} were", missing.places,
                                                                 b.several ? "places" : "sizes"));
    text += missing.places == 0
                ? " measured"
                : fmt::format(" measured, {} = {} to {}", b.first_size, grouped(b.from), grouped(b.to));
    text += ": too few to tell growth (";
    if (missing.places < missing.least_places) text += fmt::format("{} are the least", missing.least_places);
    if (!missing.size.empty())
        text += fmt::format("{}{} goes over {} of {} doublings",
                            missing.places < missing.least_places ? "; " : "", missing.size,
                            three_digits(missing.doublings), three_digits(missing.least_doublings));
    return text + ")";
}

std::string told(const because::NothingMeasured &) { return std::string("nothing was measured"); }

std::string told(const because::ShapesOfTheirOwn &) {
    return std::string("each shape has a claim of its own, so this one is about none");
}

std::string told(const because::NotRead &b) {
    return b.metric == Metric::space ? fmt::format("space was not read for the shape '{}'", b.shape)
                                     : fmt::format("nothing was measured for the shape '{}'", b.shape);
}

std::string told(const because::LeftOut &b) { return "no verdict: " + b.why; }

std::string told(const because::OtherSizes &b) {
    return fmt::format("the claim names other sizes than {}, and those do not change",
                       joined(b.changed, ", "));
}

std::string told(const because::BelowGrain &b) {
    return fmt::format("no reading is above {}, and below that none says anything; a larger size would",
                       bytes_text(b.bytes));
}

std::string told(const because::NothingFits &b) {
    return fmt::format("no growth on the list fits: the nearest, {}, is off by {} % on average", b.nearest,
                       three_digits(100 * b.off));
}

std::string told(const because::OnlyWhileSmall &b) {
    return fmt::format("{}, as {} does{}; but the larger half of that shows no such growth",
                       stretch_text(b.stretch), b.growth, unnamed_text(b.unnamed));
}

std::string told(const because::SpareRoom &b) {
    return fmt::format("{}; at sizes whole doublings apart it rises by no more than what containers keep to "
                       "spare",
                       stretch_text(b.stretch));
}

std::string told(const because::MemoryCould &b) {
    return fmt::format("{}, as {} does; but time alone can't tell that from memory getting "
                       "slower, and no steps were counted",
                       stretch_text(b.stretch), b.growth);
}

std::string told(const because::NotNearer &b) {
    return stretch_text(b.stretch) + "; growth above the bound explains that better, but not clearly enough";
}

std::string told(const because::NothingSeen &b) {
    return fmt::format("{}; {} explains that better than what keeps the bound, but where it was "
                       "read nothing leaves it for all to see",
                       stretch_text(b.stretch), b.growth);
}

std::string told(const because::Rare &b) {
    return fmt::format("{}; {} explains that best, but it is seldom met, and places that are not "
                       "smaller show as much",
                       stretch_text(b.stretch), b.growth);
}

std::string told(const because::SetsInLate &b) {
    return stretch_text(b.stretch) +
           ", but over the last few sizes alone: that may be one change, and whether "
           "it goes on is open";
}

std::string told(const because::Leaves &b) {
    return fmt::format("{}, as {} does{}", stretch_text(b.stretch), b.growth, unnamed_text(b.unnamed));
}

std::string told(const because::LineLeaves &b) {
    return fmt::format("where {}, {}, as {} does", sizes_text(b.held), stretch_text(b.stretch), b.growth);
}

std::string told(const because::UnlistedNear &b) {
    return fmt::format("{}; {}, which is on no list, explains that better than what is within "
                       "the bound, but that comes near it",
                       stretch_text(b.stretch), b.growth);
}

std::string told(const because::StillRises &b) {
    return stretch_text(b.stretch) + "; growth within the bound explains that, but up to the "
                                     "largest size it still rises above it";
}

std::string told(const because::Keeps &b) { return stretch_text(b.stretch); }

std::string told(const because::HighestFalls &b) {
    std::vector<std::string> along;
    for (const because::HighestFalls::Along &one : b.sizes)
        along.push_back(fmt::format("{} up to {} = {} and {} above", reading_text(one.below, b.metric),
                                    one.size, grouped(std::floor(one.middle)),
                                    reading_text(one.above, b.metric)));
    return fmt::format("the larger {} is, the lower {} the highest {}: {}",
                       b.sizes.size() == 1 ? b.sizes.front().size : "a size",
                       b.metric == Metric::steps ? "are" : "is", divided_text(b.metric, b.bound),
                       joined(along, "; "));
}

std::string told(const because::EquallyWell &b) {
    return stretch_text(b.stretch) + "; growth within the bound and above it explain that about equally well";
}

std::string told(const because::StartUp &b) {
    const std::string readings = b.above == 0   ? "no reading is"
                                 : b.above == 1 ? "only one reading is"
                                                : fmt::format("only {} readings are", b.above);
    const std::string times = three_digits(policy::claim::stands_out);
    if (b.metric == Metric::space)
        return fmt::format(
            "{} {} times the least, {}, and that is what the program begins with: what it needs "
            "itself hardly shows; larger sizes would",
            readings, times, bytes_text(b.least));
    return fmt::format(
        "{} {} times as long as the least, {}, and that is the start-up of its process: what it does "
        "itself hardly shows; larger sizes would",
        readings, times, time_text(b.least));
}

std::string told(const because::BeyondStartUp &b) {
    return fmt::format("time keeps the bound only with the start-up of its process, {}: what lies beyond it "
                       "rises {} times against {}; larger sizes would tell",
                       time_text(b.least_ns), three_digits(b.rise), b.bound);
}

std::string dearer_steps_text(const std::string &growth, const TimeAStep &time) {
    return fmt::format(
        "steps keep the bound, but time grows as {}: {} a step at {}, {} at {}, {} times more where ", growth,
        time_text(time.first_ns), sizes_text(time.from), time_text(time.last_ns), sizes_text(time.to),
        three_digits(time.last_ns / time.first_ns));
}

std::string told(const because::SlowSteps &b) {
    if (b.time.long_numbers)
        return dearer_steps_text(b.growth, b.time) +
               "its numbers may be longer, and how long they are is not among the steps";
    return dearer_steps_text(b.growth, b.time) +
           fmt::format(
               "the bytes worked on explain {}: a step itself may grow, as of numbers that get longer",
               three_digits(b.time.could_there.value_or(1)));
}

std::string told(const because::HiddenWork &b) {
    return dearer_steps_text(b.growth, b.time) +
           fmt::format(
               "memory alone could do {}: work is hidden where steps do not see it, in a library call "
               "or a copy",
               three_digits(b.time.could));
}

std::string told(const besides::StepsApart &b) {
    return fmt::format("capacities grow in steps, so only the {} sizes at the dearest place of a "
                       "step count, {} apart",
                       b.places, b.doublings == 1 ? "a doubling" : "two doublings");
}

std::string told(const besides::Hardest &b) {
    return fmt::format("some inputs end early, so only the {} places that took most for their sizes count",
                       b.places);
}

std::string told(const besides::FromBelow &) {
    return std::string("some inputs end early, and growth from below can't be told from these");
}

std::string told(const besides::BelowGrainOn &b) {
    return fmt::format("on {} it stays below what can be read", joined(b.shapes, ", "));
}

std::string told(const besides::Capped &b) {
    return fmt::format("on {} it never takes more than on {}", b.shape, b.cap);
}

std::string told(const besides::FirstCalls &) {
    return "it remembers from call to call, so each reading is the first call of a process";
}

// "line 12", "lines 12 and 30", "line 3 of helper.h".
std::string spot_words(const Spot &spot) {
    std::string lines;
    for (std::size_t i = 0; i < spot.lines.size(); ++i)
        lines += (i == 0 ? "" : i + 1 == spot.lines.size() ? " and " : ", ") + std::to_string(spot.lines[i]);
    if (lines.empty()) return "library code";
    return (spot.lines.size() > 1 ? "lines " : "line ") + lines +
           (spot.file.empty() ? "" : " of " + spot.file);
}

std::string with_function(const Spot &spot) {
    return spot_words(spot) + (spot.calls.empty() ? "" : fmt::format(" ({})", spot.calls));
}

std::string told(const because::PartLeaves &b) {
    return fmt::format("of {}, {}, as {} does", with_function(b.spot), stretch_text(b.stretch), b.growth);
}

std::string told(const because::PartMayLeave &b) {
    return fmt::format("of {}, {}, and whether that goes on is open", with_function(b.spot),
                       stretch_text(b.stretch));
}

std::string told(const because::PartsKeep &b) {
    return fmt::format(
        "taken apart by line, each of {} parts of the steps keeps it: the largest, {} with {:.0f} % "
        "of all, as {} does",
        b.parts, with_function(b.spot), 100 * b.share, b.growth);
}

constexpr std::size_t longest_source = 48; // of a line that a sentence holds

std::string told(const besides::Line &b) {
    const bool runs = !b.exact.empty() && b.spot.calls.empty();
    return fmt::format("{}{}{} {}{}", spot_words(b.spot),
                       b.source.empty() ? "" : fmt::format(" `{}`", cut_to(b.source, longest_source)),
                       b.spot.calls.empty() ? "" : fmt::format(" ({})", b.spot.calls),
                       runs               ? fmt::format("runs {} times", b.exact)
                       : b.growth.empty() ? "does it"
                                          : fmt::format("grows like {}", b.growth),
                       b.rest.empty() ? "" : fmt::format(", all else grows like {}", b.rest));
}

std::string told(const besides::SmallestClaim &b) {
    return fmt::format("the smallest claim that holds is {}", b.claim);
}

std::string told(const besides::TimeFaster &b) {
    return fmt::format("time grows faster than steps: {} a step at {}, {} at {}, which is the "
                       "machine's doing (caches, memory) or work in library calls that steps do "
                       "not see",
                       time_text(b.time.first_ns), sizes_text(b.time.from), time_text(b.time.last_ns),
                       sizes_text(b.time.to));
}

std::string told(const besides::ReadingOfInput &) {
    return std::string("a whole program can't be told from its reading of the input: function "
                       "style can");
}

std::string told(const besides::Garbage &) {
    return std::string("what is collected only later counts in this reading, so it can't tell "
                       "that from need");
}

// Of every kind there is: one without words does not compile.
template <class... Kinds>
std::string words(const std::variant<Kinds...> &one) {
    return std::visit([](const auto &kind) { return told(kind); }, one);
}

} // namespace

std::string divided_text(Metric metric, const std::string &canonical) {
    if (canonical == "1") return word_for(metric);
    const bool simple = canonical.find(' ') == std::string::npos;
    return fmt::format("{} / {}", word_for(metric), simple ? canonical : "(" + canonical + ")");
}

std::string reason_text(const Judgement &judgement) {
    std::string text = words(judgement.reason);
    if (judgement.one_of_several && !judgement.worst_shape.empty())
        text = judgement.worst_shape + ": " + text;
    for (const Remark &remark : judgement.remarks)
        text += "; " + words(remark);
    return text;
}

} // namespace iron
