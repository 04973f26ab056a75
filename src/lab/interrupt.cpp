#include "lab/interrupt.h"

#include <csignal>

#include "core/error.h"

namespace iron {

namespace {
volatile std::sig_atomic_t mark = 0;
}

void watch_for_interrupt() {
    struct sigaction action {};
    action.sa_handler = [](int) { mark = 1; };
    sigaction(SIGINT, &action, nullptr); // no SA_RESTART: waits have to end
    sigaction(SIGTERM, &action, nullptr);
    struct sigaction given {};
    sigaction(SIGHUP, nullptr, &given);
    if (given.sa_handler != SIG_IGN) sigaction(SIGHUP, &action, nullptr); // nohup goes on
    signal(SIGXFSZ, SIG_IGN); // a file too long is an error of writing
    signal(SIGPIPE, SIG_IGN); // a worker that died is noticed by its silence
}

bool interrupted() { return mark != 0; }

void stop_if_interrupted() {
    if (interrupted()) throw Error(Category::interrupted, "stopped", "what was measured so far is kept");
}

} // namespace iron
