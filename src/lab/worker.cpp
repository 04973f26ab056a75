#include "lab/worker.h"

#include <algorithm>
#include <cerrno>
#include <cstdlib>
#include <fcntl.h>
#include <poll.h>
#include <sstream>
#include <unistd.h>

#include "core/error.h"
#include "lab/allowance.h"
#include "lab/interrupt.h"
#include "lab/program.h"
#include "lab/said.h"

namespace iron {

void Runnable::put_limits(Launch &launch) const {
    (reserves_memory ? launch.resident_bytes : launch.memory_bytes) = limits.memory_bytes;
    launch.stack_bytes = limits.stack_bytes;
    launch.output_bytes = limits.output_bytes;
    launch.processes = limits.processes;
    launch.processors = processors;
    launch.confines = confines;
}

double Reply::number(const std::string &name) const {
    const auto found = values.find(name);
    return found == values.end() ? 0 : std::strtod(found->second.c_str(), nullptr);
}

Worker::Worker(const Runnable &runnable, bool same_addresses, const std::string &error_path)
    : error_path_(error_path) {
    int commands[2], replies[2];
    if (pipe2(commands, O_CLOEXEC) != 0) throw Error(Category::not_possible, "no pipe can be made");
    if (pipe2(replies, O_CLOEXEC) != 0) {
        close(commands[0]);
        close(commands[1]);
        throw Error(Category::not_possible, "no pipe can be made");
    }
    to_ = commands[1];
    from_ = replies[0];
    // Away from the low numbers, so that handing one on does not cover the other.
    const int theirs_in = fcntl(commands[0], F_DUPFD_CLOEXEC, 64),
              theirs_out = fcntl(replies[1], F_DUPFD_CLOEXEC, 64);
    close(commands[0]);
    close(replies[1]);
    Launch launch;
    launch.command = runnable.command;
    launch.folder = runnable.folder;
    launch.environment = runnable.environment;
    launch.environment.push_back("IRON_STOPWATCH_WORKER=1");
    launch.environment.push_back("IRON_STOPWATCH_STACK=" + std::to_string(runnable.limits.stack_bytes));
    launch.descriptor_3 = theirs_in;
    launch.descriptor_4 = theirs_out;
    launch.error_path = error_path;
    launch.input_path = runnable.worker_input;
    launch.same_addresses = same_addresses;
    runnable.put_limits(launch);
    try {
        process_ = std::make_unique<Process>(launch);
    } catch (...) {
        for (const int fd : {theirs_in, theirs_out, to_, from_})
            close(fd);
        throw;
    }
    close(theirs_in);
    close(theirs_out);
    id_ = static_cast<int>(process_->id());
    greeting_ = read_reply(std::max(5.0, runnable.limits.time_s));
}

Worker::~Worker() {
    process_.reset();
    if (to_ >= 0) close(to_);
    if (from_ >= 0) close(from_);
}

Reply Worker::ended(Ending ending) {
    process_.reset();
    std::string said = said_in(error_path_);
    ending = explained(std::move(ending), said);
    said = in_short(said);
    Reply reply;
    reply.outcome = ending.outcome;
    reply.detail = ending.detail;
    if (ending.outcome == Outcome::done) { // it left without a word
        reply.outcome = Outcome::no_answer;
        reply.detail = "it ended by itself, exit status 0";
    } else if (ending.outcome == Outcome::over_stack)
        reply.detail = "";
    if (!said.empty()) reply.detail += (reply.detail.empty() ? "it said: " : "; it said: ") + said;
    return reply;
}

// What comes unasked, or is no reply, was not written by the adapter.
Reply Worker::overwritten() {
    Ending ending = process_->stop();
    ending.outcome = Outcome::failed;
    ending.detail = "it wrote over the protocol's descriptor";
    return ended(ending);
}

Reply Worker::ask(const std::string &line, double seconds) {
    if (!alive()) return {Outcome::crashed, "the worker is gone", false, {}};
    pollfd unasked{from_, POLLIN, 0};
    if (!buffer_.empty() || (poll(&unasked, 1, 0) > 0 && (unasked.revents & POLLIN))) return overwritten();
    const std::string whole = line + "\n";
    for (std::size_t done = 0; done < whole.size();) {
        const ssize_t wrote = write(to_, whole.data() + done, whole.size() - done);
        if (wrote < 0 && errno == EINTR)
            stop_if_interrupted();
        else if (wrote < 0)
            return ended(process_->wait(1));
        else
            done += static_cast<std::size_t>(wrote);
    }
    return read_reply(seconds);
}

Reply Worker::read_reply(double seconds) {
    Allowance allowance(*process_, seconds);
    for (;;) {
        const std::size_t end = buffer_.find('\n');
        if (end != std::string::npos) {
            std::istringstream words(buffer_.substr(0, end));
            buffer_.erase(0, end + 1);
            Reply reply;
            std::string first, word;
            words >> first;
            if (first == "done" || first == "ready") {
                while (words >> word)
                    if (const std::size_t equal = word.find('='); equal != std::string::npos)
                        reply.values[word.substr(0, equal)] = word.substr(equal + 1);
                return reply;
            }
            std::getline(words >> std::ws, reply.detail);
            reply.refused = first == "refused";
            const std::optional<Outcome> outcome = outcome_of(first);
            if (!outcome && !reply.refused) return overwritten();
            reply.outcome = outcome.value_or(Outcome::failed);
            return reply;
        }
        if (buffer_.size() > 1 << 20) return overwritten(); // no reply is that long
        const double left = allowance.left_s();
        // The process is watched too: a child it left behind may hold the descriptor open.
        pollfd waited[2] = {{from_, POLLIN, 0}, {process_->handle(), POLLIN, 0}};
        const int ready = left <= 0 ? 0 : poll(waited, 2, process_->patience_ms(left));
        if (interrupted()) {
            process_.reset();
            stop_if_interrupted();
        }
        if (const Outcome over = process_->over_limit(); over != Outcome::done) {
            Ending ending = process_->stop();
            ending.outcome = over;
            ending.detail = "";
            return ended(ending);
        }
        if (ready == 0 && allowance.left_s() <= 0) {
            Ending ending = process_->stop();
            ending.outcome = Outcome::over_time;
            ending.detail = "";
            return ended(ending);
        }
        if (ready <= 0) continue;
        if (waited[0].revents == 0) return ended(process_->wait(1)); // gone without a word
        char piece[4096];
        const ssize_t got = read(from_, piece, sizeof piece);
        if (got > 0)
            buffer_.append(piece, static_cast<std::size_t>(got));
        else if (got == 0)
            return ended(process_->wait(1));
    }
}

} // namespace iron
