#include "lab/workspace.h"

#include <cerrno>
#include <cstdlib>
#include <cstring>
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

} // namespace

Workspace::Workspace(Place place) {
    std::error_code ignored;
    const fs::path parent =
        place == Place::memory && roomy("/dev/shm") ? fs::path("/dev/shm") : fs::temp_directory_path(ignored);
    std::string name = parent / "iron-stopwatch-XXXXXX";
    if (!mkdtemp(name.data()))
        throw Error(Category::not_possible,
                    "no working folder can be made in " + parent.string() + ": " + std::strerror(errno));
    path_ = name;
}

Workspace::~Workspace() {
    std::error_code ignored;
    fs::remove_all(path_, ignored);
}

} // namespace iron
