#include "lab/quiet.h"

#include <cstdlib>
#include <fcntl.h>
#include <sched.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include "lab/interrupt.h"

namespace iron {

MachineLock::MachineLock(const std::function<void()> &waiting) {
    const char *named = std::getenv("IRON_STOPWATCH_LOCK");
    const char *path = named && *named ? named : "/tmp/iron-stopwatch.lock";
    fd_ = open(path, O_RDWR | O_CREAT | O_CLOEXEC, 0666);
    if (fd_ < 0) fd_ = open(path, O_RDONLY | O_CLOEXEC); // another user's
    if (fd_ < 0) return;                                 // no lock can be had: measured all the same
    fchmod(fd_, 0666);
    bool told = false;
    while (flock(fd_, LOCK_EX | LOCK_NB) != 0) {
        if (!told) waiting();
        told = true;
        stop_if_interrupted();
        usleep(100'000);
    }
}

MachineLock::~MachineLock() {
    if (fd_ >= 0) close(fd_);
}

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
    cpu_set_t allowed;
    if (sched_getaffinity(0, sizeof allowed, &allowed) != 0) return;
    for (int i = 0; i < CPU_SETSIZE; ++i)
        if (CPU_ISSET(i, &allowed)) all_.push_back(i);
    if (all_.size() > 1) keep_to({all_.front()});
}

Processors::~Processors() {
    if (all_.size() > 1) keep_to(all_);
}

std::vector<int> Processors::for_one_thread() const {
    return all_.size() > 1 ? std::vector<int>{all_.back()} : std::vector<int>{};
}

std::vector<int> Processors::for_many() const {
    return all_.size() > 1 ? std::vector<int>(all_.begin() + 1, all_.end()) : std::vector<int>{};
}

} // namespace iron
