// The solutions of a problem folder on the real laboratory: one reading at a time, and nobody who plans.
#pragma once

#include <map>
#include <stdexcept>
#include <string>
#include <vector>

#include "lab/build.h"
#include "lab/real_lab.h"
#include "lab/workspace.h"
#include "support/problem_folder.h"

namespace iron::test {

class Bench {
  public:
    explicit Bench(const ProblemFolder &folder)
        : problem_(patient(read_problem(folder.path()))), lab_(problem_, built(), measuring()) {}

    Runner &runner(const std::string &solution) { return lab_.runner(solution); }

    // A call on the first shape, with all that is told of it.
    std::vector<Measurement> count(const std::string &solution, double n) {
        return runner(solution).count({shape(), {{"n", n}}, seed}, blank(solution, n), {});
    }
    Measurement counted(const std::string &solution, double n) {
        return one(MeasuredKind::counting, solution, n);
    }
    // With what a later call takes.
    Measurement counted_twice(const std::string &solution, double n) {
        return runner(solution)
            .count({shape(), {{"n", n}}, seed}, blank(solution, n), {true, true, false})
            .at(0);
    }
    // How often each spot ran.
    SpotCounts spots(const std::string &solution, double n) { return counted(solution, n).spots; }
    SpaceReading space(const std::string &solution, double n) {
        return one(MeasuredKind::space, solution, n).space;
    }
    // The first call of a process, alone.
    Measurement first_call(const std::string &solution, double n) {
        Measurement form = blank(solution, n);
        form.cold = true;
        return runner(solution).time({shape(), {{"n", n}}, seed}, form).reading;
    }

    Answered answer(const std::string &solution, double n) {
        return runner(solution).answer(lab_.inputs().get(shape(), {{"n", n}}, seed), 60);
    }
    Measurement timed(const std::string &solution, double n) {
        return runner(solution).time({shape(), {{"n", n}}, seed}, blank(solution, n)).reading;
    }

  private:
    static constexpr std::uint64_t seed = 1;

    // What is read here does not hang on how long it takes.
    static Problem patient(Problem problem) {
        problem.limits.time_s = 60;
        return problem;
    }
    static LabOptions measuring() {
        LabOptions options;
        options.measures = true;
        options.budget_s = 1;
        return options;
    }
    std::vector<Built> built() const {
        const Workspace scratch;
        const Builder builder(scratch.path());
        std::vector<const Solution *> solutions;
        std::vector<std::string> names;
        for (const Solution &solution : problem_.solutions) {
            solutions.push_back(&solution);
            names.push_back(solution.name);
        }
        std::vector<Built> all = builder.build_all(problem_, solutions);
        builder.build_counters(problem_, all, names);
        for (const Built &one : all)
            if (!one.counting) throw std::runtime_error(one.name + ": " + one.message + one.no_counting);
        return all;
    }
    const std::string &shape() const { return problem_.shapes.front().name; }
    Measurement blank(const std::string &solution, double n) const {
        Measurement form;
        form.solution = solution;
        form.shape = shape();
        form.sizes = {{"n", n}};
        form.seed = seed;
        return form;
    }
    Measurement one(MeasuredKind kind, const std::string &solution, double n) {
        for (Measurement &m : count(solution, n))
            if (m.kind == kind) return std::move(m);
        throw std::runtime_error(solution + " told no " + word_for(kind));
    }

    Problem problem_;
    RealLab lab_;
};

} // namespace iron::test
