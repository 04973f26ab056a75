// Every threshold that a plan, a fit or a verdict turns on: its unit, why it is what it is, and what set it.
//
// Set on: [series] bench/verdicts.py and the series of two other makers (docs/statistics.md); [programs] 81
// programs with known truth and the demos; [generated] tests/simulated's generated problems; [theory].
#pragma once

#include <cstddef>

namespace iron::policy {

// Sizes up to here are so small that growth may be exponential in them: 2^64 of anything can't be paid.
constexpr double largest_exponential = 64;

namespace growth {

// Single leads of several sizes that are fitted whatever sums of them a screen puts before them. [programs]
constexpr std::size_t single_leads = 24;

// What is enough for growth to show. [series]
constexpr std::size_t least_places = 6;
constexpr double least_doublings = 2;
// A closed form that gives every count is believed over one: no logarithm keeps its floor so long. [theory]
constexpr double least_doublings_exact = 1;
constexpr std::size_t least_places_of_several = 12;
// Exponential growth shows within a few sizes that lie close together.
constexpr std::size_t least_places_exponential = 5;
constexpr double least_doublings_exponential = 1;
constexpr double least_span_exponential = 5; // of one size among several: its largest less its smallest
constexpr std::size_t least_places_two_doublings_apart = 5; // they span eight

// Penalties, ln units off a score. Rarer growths have their own in the catalogue. [series]
constexpr double cost_of_a_lead = 1.5; // beside the first
constexpr double cost_of_a_memory_step = 3;
constexpr double cost_of_bending = 2.5; // of each lead whose exponents were set free
constexpr double prior_of_a_claim = 0.5;
constexpr double prior_of_a_neighbour = 1;

// No program of several sizes is a formula: its counts stray from one by some thousandths, and large places
// alone would decide if they were believed to the digit. ln. [programs]
constexpr double least_error_over_several = 3e-3;

// A closed form is believed that gives every count by so many more places than it has terms, and leads all
// others by so much, ln units. [theory]
constexpr std::size_t places_beyond_the_terms = 5;
// Beside counts from here on, the rounding of each to a whole number is no room for another growth. [theory]
constexpr double rounding_is_nothing_from = 1e4;
constexpr std::size_t values_beyond_the_degree = 5; // of each size
constexpr double certain = 30;

// Shape of a cone. A lead leads in its corner, this share of the places lying below it. [series]
constexpr double corner = 0.88;
constexpr double lower_in = 2.0 / 3;    // of the places a lower term may be larger than its lead
constexpr double largest_radius = 0.95; // of how leads stand in each other's corners: beyond, none has one
// Where a bound is all that is asked for a lead needs no corner: somewhere it has to be so much of all.
constexpr double shows = 0.25;
// Share of the lead, where it is least beside a lower term, that may be taken off of that.
constexpr double taken_off_counts = 0.6, taken_off_times = 0.15;

// Search for steps of the memory hierarchy, in doublings of the working set. [series]
constexpr double coarse_steps_apart = 2, coarse_steps_apart_on_one = 0.7;
constexpr double far_behind = 50; // ln units behind the best: not looked at closely

// Beside a logarithm an exponent that is lower by so much only takes back what that gives, however far was
// read. [series]
constexpr double least_exponent_of_a_logarithm = 0.1;

// Of all steps, where most was counted: lines with less, whose share does not rise, are told together.
// [programs]
constexpr double hardly_anything = 1e-3;

// Outside each claim so many are kept: what else is known of the readings may refute the first. [programs]
constexpr std::size_t most_rivals = 6;

// Off by so much on average (relative), and by so many squared errors a place, nothing fits. [programs]
constexpr double poor_fit = 0.1, poor_chi2 = 6;
// Growth on no list is told as the best where it leads by so much, ln units. [programs]
constexpr double clearly_off_the_list = 6;
// Curves within so much of the best explain the readings as well, ln units. [series]
constexpr double as_good = 2;

// Bytes. With a grain of so much at the most what stays the same does not grow. [theory]
constexpr double finest_grain = 64;

// Bytes. Peaks of a whole process come in such grains and more: what lies below one is seldom worth its time.
constexpr double coarse_grain = 128 << 10;
// Bytes. A grain above a page hides growth of which each unit takes so little that so many grains never come
// together. [theory]
constexpr double page = 4096, least_unit = 4, grains_to_see = 2;

} // namespace growth

namespace claim {

// Evidence, ln units, that a verdict needs: of counts and bytes Bayes factors of e, of times more, because
// memory hierarchies bend them upwards; over several sizes more to leave a bound, since far more growths are
// held against the readings. [series]
constexpr double exceeded = 1, exceeded_by_time = 2.8;
constexpr double exceeded_over_several = 6, exceeded_by_time_over_several = 3;
constexpr double holds = 1, holds_by_time = 0.8;
constexpr double holds_over_several = 0.5, holds_by_time_over_several = 1;

// Where growth within the bound explains exact counts to so much (relative), what is left may be a part that
// is on no list: then only clear evidence says `exceeded`. [programs]
constexpr double good_fit = 0.015, exceeded_over_several_beside_a_good_fit = 8;

// What leaves a bound in several sizes by counts or bytes follows them so many times nearer than what keeps
// it: evidence alone also comes from how simple either is. [programs]
constexpr double nearer = 1.25;

// Where even the best growth is off by so much (relative), calls end early or the like, and more places only
// repeat it: the more it is off, the more evidence it takes, or the nearer it has to be, up to twice.
// [programs]
constexpr double ragged = 0.05, evidence_if_ragged = 15, nearer_if_ragged = 1.5;

// Growth on no list, its exponents free, can follow whatever growth within does not, the more so the more
// exact the readings are: so much evidence for it keeps a bound from holding. At more the bound is left,
// where what is within is off, or beyond doubt. ln units. [series]
constexpr double unlisted_in_counts = 15, unlisted_in_times = 3, unlisted_exceeded = 30, beyond_doubt = 60;

// Witness: a rise by so many errors of its ends and so much in ln. Bytes come in blocks, and capacities
// double. [programs]
constexpr double errors_apart = 2;
constexpr double least_rise = 0.02, least_rise_of_bytes = 0.4055; // ln 1.5
// What rises once and stays is a step: some place between shows so much of that before it, and after it.
// [programs]
constexpr double share_of_a_rise = 0.25;
constexpr std::size_t least_of_a_line = 3; // places that tell how it ends
// Of two stretches at the end of the way a logarithm rises in the last 0.8 times as much as in the one
// before, what comes to rest less than a fifth. [theory]
constexpr double comes_to_rest = 0.3;
// As much work as elsewhere, to so much (ln): less is missing where a logarithm of a size grows. [series]
constexpr double as_much_work = 0.02;
constexpr double least_stretch = 0.2;          // of a line, as far as there are places
constexpr std::size_t places_of_a_stretch = 5; // from which on its own scatter is known
// Of a logarithm's rise, what may be left beside a lower term. [theory]
constexpr double share_of_a_logarithm = 0.15;
// While steps / bound rises by so much (ln) in the upper half, over two thirds of what was read, no bound is
// told to hold: waves of whole numbers and terms taken off stay below. [series]
constexpr double rise_to_heed = 0.2;

// Along every size the highest reading / bound in the upper half is lower than in the lower by so much (ln),
// of so many places each. [programs]
constexpr double least_fall_of_the_highest = 0.105; // to 0.9
constexpr std::size_t least_of_a_half = 3;

// Somewhere reading / bound still rises at the end of a line: by so much in its last fifth, ln. [programs]
constexpr double least_rise_at_an_end = 0.005;
// Reading / bound is level that rises by less than so much of what a logarithm does, with its error; without
// places where by so much (ln) less may be left to do. [theory]
constexpr double level_logarithms = 0.3, level_beside_an_edge = 0.2;
// What has risen by more than so many times goes on, and needs nothing farther up to bear it out. [programs]
constexpr double rise_for_sure = 1.6094; // ln 5
// Readings are explained that are off by so many squared errors a place at the most. [theory]
constexpr double explained_to = 2;
// Growths of the catalogue with such a penalty are seldom met: x^0.75, log^2 x. ln units. [programs]
constexpr double rare_growth = 2;
// Their witness is plain that rises to the highest ratio of all, by so much of a logarithm's rise; or that
// rises by so much, ln. [programs]
constexpr double plain_logarithms = 0.7, plain_rise = 1.4;
// Times that a size grows; over less than that a witness has to be plain as well, whatever the growth.
// [series]
constexpr double narrow_stretch = 8;

// Time may rise by so many times what the machine's own curve of random access rises by. [theory]
constexpr double memory_allowance = 2;
constexpr std::size_t least_common_places = 6; // read by steps and by time
// ns: no machine takes a step in less, of a line in a loop that is done many at a time, of 16 bytes touched.
// [theory]
constexpr double least_step_ns = 0.002, least_bulk_step_ns = 0.015;
constexpr double time_faster_told = 1.5; // times dearer a step: worth a remark

// Containers keep so much room to spare (times); told where sizes lie so far apart, doublings, and for sure.
// [programs]
constexpr double spare = 1.125, spare_far_enough = 2.5, spare_far_enough_for_sure = 3.9;
// For sure: compared at so many places, the nearest at most so many doublings below. [theory]
constexpr std::size_t spare_places_for_sure = 3;
constexpr double spare_near_enough_for_sure = 2;
// Bytes are a container's capacity that differ by less (ln) from size to size, and then leap; by more than so
// many times none grows. [programs]
constexpr double level_capacity = 0.01, largest_leap_of_capacity = 4;
// A shape is capped by another that is as dear (ln) at so many of the places both were read at. [programs]
constexpr double capped_as_dear = 0.05;
constexpr std::size_t capped_in_common = 6, capped_as_dear_places = 3;

// Parts of the steps by line with less of all than this are no hindrance to a bound that all others keep by a
// closed form. [theory]
constexpr double part_that_matters = 0.01;

// What ran less often than so, where most was counted, and by no closed form, is met by luck: no line is said
// to leave a bound by it. [theory]
constexpr double met_by_luck = 100;
// Of the lines that call a library function those that run less than so much as often as the first are not
// named. [programs]
constexpr double hardly_calls = 0.05;

// A whole program's own work stands out where some reading is so many times the least. [programs]
constexpr double stands_out = 1.5;
// Its bytes are level that differ by no more than so many of their errors. [theory]
constexpr double level_within = 4;
// Beyond its start-up it leaves a bound that its time / bound rises by so many times against. [programs]
constexpr double own_work_rises = 1.5;

} // namespace claim

// Ratios of two solutions, and what is told beyond the largest size. [series], bench/comparing.py
namespace compare {
constexpr double line_counts_from = 0.01; // of all steps: a line that takes so much more is told

// What two builds of one source differ by, ln; what sessions of one do; what counts that are equal do.
constexpr double least_time_error = 0.005, between_sessions = 0.01, least_exact_error = 1e-9;
constexpr double pooled_spread_worth = 3; // readings, beside a place's own
constexpr double least_slope = 0.03;      // of ln ratio by ln size: below it lines do not cross
constexpr double farthest_crossing = 16;  // times the largest size
// Curves so far behind the best (ln units) are left out of a forecast; so many are mixed at the most.
constexpr double far_behind = 6;
constexpr std::size_t most_components = 8;
constexpr double least_share = 0.05; // below a forecast's interval, and above it
constexpr double least_time_spread = 0.01, least_exact_spread = 0.002; // ln

} // namespace compare

// What is measured, and in what order. Shares are of the budget unless said otherwise. [programs],
// [generated]
namespace plan {

// A call that the climb goes up to; that it goes up to where a series stays short; the dearest that is taken
// at all for a start-up's sake.
constexpr double usual_call = 1.0 / 300, call_of_a_short_series = 1.0 / 60, dearest_start_up = 0.1;
constexpr double short_series_until = 0.5;
// On the way to a size that should decide, of what is left: a call, over all generations; a count.
constexpr double needed_call = 0.1, needed_count = 0.1;

// So long there is climbing, so long for the sake of a verdict, and of one that has too few places for growth
// to show.
constexpr double climbs_until = 0.6, climbs_on_until = 0.8, climbs_while_short = 0.95;

// Fewer sizes let a series climb higher than the others. Below the ladder so many in all, the largest so many
// times the smallest: growth needs two doublings.
constexpr std::size_t sizes_wanted = 8, sizes_below = 12;
// Of those that were passed over, where a verdict is open and no higher one can be had, up to so many in all.
constexpr std::size_t sizes_to_decide = 16;
constexpr double span_wanted = 4.5;
constexpr int closer_sizes = 5; // put in below a rung that costs too much

// A template that asks the same for sizes so much smaller and so many times as large has cut them. [programs]
constexpr double a_little_smaller = 0.95, much_larger = 4;

// A step that costs next to nothing is taken at once, and one of a series that has taken less than this part
// of an equal share; one of twice the cost waits for so many sizes more; so long urgent lines go alone.
constexpr double little = 1e-3, thrifty = 0.4;
constexpr double dearer_waits = 3;
constexpr std::size_t first_line_ahead = 4; // sizes
constexpr double ahead_of_others = 0.4;

// Verdicts are asked for while so many times what that took last is left.
constexpr double judging_pays = 4;

// Counts: the dearest, the dearest while fewer sizes than wanted were counted, the dearest that is as dear at
// every size. In calls: a place that is read anyway is counted for as much.
constexpr double dearest_count = 1.0 / 100, dearest_of_few = 1.0 / 30, level_count = 0.1;
constexpr double count_worth = 3;
// One is stopped after so many seconds, or this part of the budget shared by all solutions, or so many times
// what it was thought to take, whichever is most.
constexpr double count_stops_s = 4, count_stops_at = 1.0 / 3, count_stops_beyond = 3;
// Taken again in every generation, as is what is worth it beside a pass; taken after the climb where a
// verdict waits, and those for so long, of what is left.
constexpr double count_again = 1.0 / 3000, count_left_out = 1.0 / 60, counts_ahead = 0.3;

// Space that nobody claims anything of, or that lies below its grain, where a reading of it takes so many
// seconds, a process for each, and more than a usual call: at sizes so many times the last, and so many at
// the most.
constexpr double dear_space_s = 0.1, sparse_space_at = 4, sparsest_space_at = 16;
// Of the time of a solution's own that such space takes where claims are made, and none of them on it.
// [programs]
constexpr double unasked_space_share = 0.1;
// A claim on space that holds is seen up to this size where a call there is worth its cost: a word a unit is
// 16 KiB then, more than libraries keep in hand for a start. [programs]
constexpr double space_seen_at = 2048;
// Costs: level is what is no more than so many times as dear; growth shows from so many times the least, more
// beside a call as long as an interpreter's start (s), which goes by the machine's mood: 55 or 94 ms.
constexpr double as_dear = 1.5;
constexpr double shows = 1.5, shows_beside_a_start = 2.5, as_long_as_a_start_s = 10e-3;
// Times the least call: a probe is perhaps a slow moment, and asked again; has surely grown.
constexpr double unsteady = 1.2, surely_grown = 4;
// A call as dear as this may be mostly start-up, and so may a place off the first line.
constexpr double start_up = 1.0 / 1000, dear_place = 1.0 / 100;
constexpr std::size_t dear_stride = 3; // rungs

// A step into the unknown: what it may cost at the worst; in calls, each as dear as this (s) at least, what
// small steps to the same place would take.
constexpr double worst_step = 0.05, leap_worth = 8, ask_s = 5e-3;

// A solution remembers where, of what a first call's steps grow by, so much is missing in a second one;
// looked at once they have grown by so much of what they were. [theory]
constexpr double remembered_part = 0.25, remembered_growth = 0.1;
// Counts of a line that are taken twice for it, and rungs between them.
constexpr int pairs_wanted = 4;
constexpr std::size_t pair_every = 4;
// Or where, of first calls that take so long (s; what a new process adds is less) the second takes so many
// times less, and once more so at so many times the work. [programs]
constexpr double remembered_least_s = 5e-6, remembered_times = 10, remembered_work = 2;

// s. Below it a start or the clock's grain is most of a call; a unit of exponential work takes that at least.
constexpr double grain_s = 20e-6, least_unit_s = 1e-9;
constexpr double hidden = 0.1; // share of a level call that work may hide in

// In a generation, once every verdict stands: a tenth percentile of less is worth little.
constexpr int passes_enough = 4;
constexpr double seconds_enough = 0.01;
// Other inputs counted in a generation, beside the first; so many ahead of all rounds where a verdict waits.
constexpr int most_other_inputs = 16, inputs_ahead = 8;
constexpr double for_generations = 0.8; // of what is left, planned for further ones
// s. Where no budget is given: the first turn, and how many times as long all are with each further one. A
// budget of which less than this part was spent was left early.
constexpr double first_turn_s = 4, turns_grow = 2.5;
constexpr double early = 0.9;
// s. What a pass takes at the least, and what of it is timed.
constexpr double least_pass_s = 3e-4, least_timed_s = 1e-4;

} // namespace plan

} // namespace iron::policy
