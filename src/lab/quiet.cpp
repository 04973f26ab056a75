#include "lab/quiet.h"

#include <cstdlib>
#include <sched.h>

namespace iron {

MachineLock::MachineLock(const std::function<void()> &waiting)
    : FileLock(
          [] {
              const char *named = std::getenv("IRON_STOPWATCH_LOCK");
              return named && *named ? named : "/tmp/iron-stopwatch.lock";
          }(),
          waiting) {}

namespace {

void keep_to(const std::vector<int> &processors) {
    cpu_set_t set;
    CPU_ZERO(&set);
    for (const int one : processors)
        CPU_SET(one, &set);
    sched_setaffinity(0, sizeof set, &set);
}

} // namespace

Processors::Processors() {
    if (std::getenv("IRON_STOPWATCH_ROAM")) return;
    cpu_set_t allowed;
    if (sched_getaffinity(0, sizeof allowed, &allowed) != 0) return;
    for (int i = 0; i < CPU_SETSIZE; ++i)
        if (CPU_ISSET(i, &allowed)) all_.push_back(i);
    if (all_.size() > 1) keep_to({all_.front()});
}

Processors::~Processors() {
    if (all_.size() > 1) keep_to(all_);
}

void Processors::while_idle(const std::function<void()> &work) const {
    if (all_.size() < 2) return work();
    struct Widened {
        const std::vector<int> &all;
        explicit Widened(const std::vector<int> &processors) : all(processors) { keep_to(all); }
        ~Widened() { keep_to({all.front()}); }
    };
    const Widened widened(all_);
    work();
}

std::vector<int> Processors::for_one_thread() const {
    return all_.size() > 1 ? std::vector<int>{all_.back()} : std::vector<int>{};
}

std::vector<int> Processors::for_many() const {
    return all_.size() > 1 ? std::vector<int>(all_.begin() + 1, all_.end()) : std::vector<int>{};
}

} // namespace iron
