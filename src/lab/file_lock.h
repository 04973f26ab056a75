// A file that one process or thread holds at a time.
#pragma once

#include <filesystem>
#include <functional>

namespace iron {

// Held while this lives, and let go when the process ends, however it does. Where the file can't be opened
// there is no lock, and all goes on without one.
class FileLock {
  public:
    // Waits for it; `waiting` is called once if there is something to wait for. Throws Error (interrupted).
    explicit FileLock(const std::filesystem::path &path, const std::function<void()> &waiting = {});
    ~FileLock();
    FileLock(const FileLock &) = delete;
    FileLock &operator=(const FileLock &) = delete;

  private:
    int fd_ = -1;
};

} // namespace iron
