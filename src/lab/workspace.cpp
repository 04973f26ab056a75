#include "lab/workspace.h"

#include <cerrno>
#include <chrono>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <mutex>
#include <sys/file.h>
#include <sys/stat.h>
#include <sys/statvfs.h>
#include <unistd.h>

#include "core/error.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

bool roomy(const char *folder) {
    struct statvfs info {};
    return access(folder, W_OK) == 0 && statvfs(folder, &info) == 0 &&
           static_cast<double>(info.f_bavail) * static_cast<double>(info.f_frsize) > 1e9;
}

constexpr const char *prefix = "iron-stopwatch-work-";

// Held by whoever works there, and by nobody after a crash.
int hold(const fs::path &folder) {
    const int fd = open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_NOFOLLOW | O_CLOEXEC);
    if (fd >= 0 && flock(fd, LOCK_EX | LOCK_NB) == 0) return fd;
    if (fd >= 0) close(fd);
    return -1;
}

// Folders that runs left which were killed. One that was made just now may not be held yet.
void sweep(const fs::path &parent) {
    constexpr auto made_now = std::chrono::minutes(2);
    std::error_code ignored;
    for (const auto &entry : fs::directory_iterator(parent, ignored)) {
        struct stat found {};
        if (!entry.path().filename().string().starts_with(prefix) ||
            lstat(entry.path().c_str(), &found) != 0 || !S_ISDIR(found.st_mode) ||
            found.st_uid != geteuid() ||
            fs::file_time_type::clock::now() - entry.last_write_time(ignored) < made_now)
            continue;
        if (const int fd = hold(entry.path()); fd >= 0) {
            fs::remove_all(entry.path(), ignored);
            close(fd);
        }
    }
}

} // namespace

fs::path temporary_folder() {
    std::error_code missing;
    fs::path folder = fs::temp_directory_path(missing);
    if (!missing) return folder;
    const char *named = std::getenv("TMPDIR");
    throw Error(Category::not_possible,
                "there is no folder for temporary files: " + std::string(named ? named : "/tmp"),
                "make it, or set TMPDIR to one that is there");
}

Workspace::Workspace(Place place) {
    const fs::path parent =
        place == Place::memory && roomy("/dev/shm") ? fs::path("/dev/shm") : temporary_folder();
    static std::once_flag swept[2];
    std::call_once(swept[place == Place::memory], [&] { sweep(parent); });
    std::string name = parent.string();
    name.append("/").append(prefix).append("XXXXXX");
    if (!mkdtemp(name.data()))
        throw Error(Category::not_possible,
                    "no working folder can be made in " + parent.string() + ": " + std::strerror(errno));
    path_ = name;
    held_ = hold(path_);
}

Workspace::~Workspace() {
    std::error_code ignored;
    fs::remove_all(path_, ignored);
    if (held_ >= 0) close(held_);
}

} // namespace iron
