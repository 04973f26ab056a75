#include "lab/answerer.h"

#include "lab/clock.h"
#include "records/files.h"

namespace iron {

Answerer::Answerer(Built built, std::filesystem::path scratch)
    : built_(std::move(built)), scratch_(std::move(scratch)) {}

Answered answered(const Ending &ending, const std::filesystem::path &output) {
    if (ending.outcome != Outcome::done) return {ending.outcome, told(ending), "", ending.wall_s};
    return {Outcome::done, "", read_file(output),
            (ending.wall_s - ending.held_up_s) / SteadyClock::patience()};
}

Answered Answerer::answer(const std::filesystem::path &input, double limit_s) {
    const std::filesystem::path output = scratch_ / (built_.name + ".answer");
    if (built_.style == Style::program)
        return answered(run_program(built_.timing, input, output, scratch_ / (built_.name + ".err"), limit_s),
                        output);
    if (!worker_ || !worker_->alive()) {
        worker_ =
            std::make_unique<Worker>(built_.timing, false, (scratch_ / (built_.name + ".err")).string());
        if (worker_->greeting().outcome != Outcome::done) {
            const Reply reply = worker_->greeting();
            worker_.reset();
            return {reply.outcome, "it did not come up as a worker; " + reply.detail, "", 0};
        }
    }
    std::error_code ignored;
    std::filesystem::remove(output, ignored); // an earlier answer is none to this input
    for (const std::string &line : {"read 0 " + input.string(), "answer 0 " + output.string()}) {
        // Reading the input takes its time too, and hangs as well as the call does.
        const Reply reply = worker_->ask(line, limit_s);
        if (reply.outcome != Outcome::done) {
            worker_.reset(); // whatever it is left in
            return {reply.refused ? Outcome::failed : reply.outcome, reply.detail, "", 0};
        }
        if (line.starts_with("answer") && !std::filesystem::exists(output)) {
            worker_.reset();
            return {Outcome::failed, "it said that it was done, and wrote no answer", "", 0};
        }
        if (line.starts_with("answer"))
            return {Outcome::done, "", read_file(output),
                    1e-9 * reply.number("call_ns") / SteadyClock::patience()};
    }
    return {};
}

} // namespace iron
