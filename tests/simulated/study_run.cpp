#include "simulated/study_run.h"

#include "study/needs.h"
#include "study/readings.h"

namespace iron::test {

namespace {

const char *const heading =
    R"({"machine":{"processor":"law","processors":1,"memory_bytes":1000000000},"compilers":{},"solutions":{}})";

void one_after_the_other(int count, const std::function<void(int)> &work) {
    for (int i = 0; i < count; ++i)
        work(i);
}

} // namespace

StudyRun::StudyRun(const SimulatedProblem &made) : lab(made, clock), scope{made.problem, {}, {}} {
    for (const Solution &one : made.problem.solutions)
        scope.contenders.push_back({&one, made.laws.at(one.name).whole_program, false});
    for (const Shape &shape : made.problem.shapes)
        scope.shapes.push_back(shape.name);
    scope.unused = unused_sizes(scope, lab.inputs());
}

void StudyRun::agree_all(int inputs_a_shape) {
    AgreeOptions options;
    options.shapes = scope.shapes;
    options.inputs_a_shape = inputs_a_shape;
    options.each = one_after_the_other;
    Agreed agreed = agree(scope.problem, lab.entrants(), options, *asked, clock, told);
    agreement = std::move(agreed.agreement);
    calls_ = std::move(agreed.calls);
}

MeasureSummary StudyRun::measure_all(double budget_s, bool by_calls) {
    MeasureOptions options;
    options.budget_s = budget_s;
    if (by_calls) options.calls = calls_;
    options.heading = [](const std::string &) { return heading; };
    const auto claims = claims_in(scope, &agreement);
    options.judge = [&](const std::vector<Measurement> &measurements) {
        return open_needs(scope, claims, measurements, MemoryCurve(), earlier_, one_after_the_other);
    };
    if (until_certain)
        options.certain = [&](const std::vector<Measurement> &measurements, int turns) {
            return all_certain(scope, claims, measurements, turns, MemoryCurve(), earlier_,
                               one_after_the_other);
        };
    return measure(scope, lab.entrants(), options, *asked, *kept, clock, told, agreement);
}

void StudyRun::judge_all(const Without &without) {
    const ReadingsToJudge taken = readings_to_judge(archive.measurements());
    fitted =
        fit(scope, claims_in(scope, &agreement), taken, MemoryCurve(), earlier_.series, one_after_the_other);
    fitted.lines = lines_of(scope, fitted, taken.measurements, earlier_, one_after_the_other);
    judged = judge(scope, fitted, without);
    name_lines(judged, fitted.lines, [](const std::string &, const Spot &) { return ""; });
}

} // namespace iron::test
