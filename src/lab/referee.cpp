#include "lab/referee.h"

#include "core/error.h"
#include "lab/program.h"
#include "records/files.h"

namespace iron {

namespace {

constexpr double limit_s = 20;

} // namespace

Referee::Referee(const Problem &problem, std::filesystem::path scratch)
    : problem_(problem), scratch_(std::move(scratch)) {
    if (problem.answers.same_if == SameIf::referee)
        program_ = Builder(scratch_).helper(problem, problem.answers.referee);
}

Comparison Referee::compare(const std::filesystem::path &input, const std::string &expected,
                            const std::string &got) const {
    if (!program_) return compare_answers(problem_.answers, expected, got);
    const std::filesystem::path theirs = scratch_ / "referee.answer", wanted = scratch_ / "referee.expected",
                                said = scratch_ / "referee.said";
    write_file(theirs, got);
    write_file(wanted, expected);
    Runnable call = *program_;
    for (const std::filesystem::path &path : {input, theirs, wanted})
        call.command.push_back(path.string());
    const Ending ending = run_program(call, "/dev/null", said, scratch_ / "referee.err", limit_s);
    if (ending.outcome == Outcome::done) return {};
    const std::string reason = read_file(said);
    if (ending.outcome == Outcome::failed && ending.detail == "exit status 1")
        return {false, "the referee says: " + reason.substr(0, reason.find('\n'))};
    throw Error(
        Category::not_possible,
        "the referee " + problem_.answers.referee + " failed: " + word_for(ending.outcome) +
            (ending.detail.empty() ? "" : ", " + told(ending)),
        "it is called with the paths of input, answer and reference's answer; it ends with 0 for right "
        "and 1 for wrong");
}

} // namespace iron
