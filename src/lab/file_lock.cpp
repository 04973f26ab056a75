#include "lab/file_lock.h"

#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include "lab/interrupt.h"

namespace iron {

FileLock::FileLock(const std::filesystem::path &path, const std::function<void()> &waiting) {
    // In a folder that all users share: nothing is touched that was not made here, no link is followed.
    fd_ = open(path.c_str(), O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600);
    if (fd_ >= 0)
        fchmod(fd_, 0666); // for the other users' runs
    else
        fd_ = open(path.c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC);
    struct stat found {};
    if (fd_ >= 0 && (fstat(fd_, &found) != 0 || !S_ISREG(found.st_mode))) {
        close(fd_);
        fd_ = -1;
    }
    if (fd_ < 0) return;
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
