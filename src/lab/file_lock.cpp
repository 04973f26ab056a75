#include "lab/file_lock.h"

#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include "lab/interrupt.h"

namespace iron {

FileLock::FileLock(const std::filesystem::path &path, const std::function<void()> &waiting) {
    fd_ = open(path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0666);
    if (fd_ < 0) fd_ = open(path.c_str(), O_RDONLY | O_CLOEXEC); // another user's
    if (fd_ < 0) return;
    fchmod(fd_, 0666);
    bool told = !waiting;
    while (flock(fd_, LOCK_EX | LOCK_NB) != 0) {
        if (!told) waiting();
        told = true;
        try {
            stop_if_interrupted();
        } catch (...) {
            close(fd_);
            throw;
        }
        usleep(20'000);
    }
}

FileLock::~FileLock() {
    if (fd_ >= 0) close(fd_);
}

} // namespace iron
