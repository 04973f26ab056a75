#include "records/files.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <random>
#include <sstream>
#include <unistd.h>

#include "core/error.h"

namespace iron {

namespace fs = std::filesystem;

std::string read_file(const fs::path &path, const std::string &advice) {
    std::ifstream in(path, std::ios::binary);
    if (!in || fs::is_directory(path)) {
        const char *reason = fs::exists(path) ? "can't be read" : "is not there";
        throw Error(Category::usage, "the file " + path.string() + " " + reason, advice);
    }
    std::ostringstream text;
    text << in.rdbuf();
    return std::move(text).str();
}

std::vector<std::string> lines_in(const std::string &text) {
    std::vector<std::string> lines;
    std::istringstream in(text);
    for (std::string line; std::getline(in, line);)
        lines.push_back(line);
    return lines;
}

void write_file(const fs::path &path, std::string_view text) {
    const auto failed = [&](const char *what) {
        return Error(Category::not_possible, path.string() + ": " + what + ": " + std::strerror(errno),
                     "is there room on the disk, and may you write there?");
    };
    std::error_code ignored;
    if (path.has_parent_path()) fs::create_directories(path.parent_path(), ignored);
    // A process number would not do: it is not unique where processes have namespaces of their own.
    const fs::path beside = path.string() + ".part-" + std::to_string(std::random_device()());
    const int fd = open(beside.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0666);
    if (fd < 0) throw failed("can't be written");
    for (std::size_t done = 0; done < text.size();) {
        const ssize_t wrote = write(fd, text.data() + done, text.size() - done);
        if (wrote < 0 && errno == EINTR) continue;
        if (wrote < 0) {
            const Error error = failed("can't be written");
            close(fd);
            unlink(beside.c_str());
            throw error;
        }
        done += static_cast<std::size_t>(wrote);
    }
    const bool synced = fsync(fd) == 0;
    if (close(fd) != 0 || !synced || rename(beside.c_str(), path.c_str()) != 0) {
        const Error error = failed("can't be replaced");
        unlink(beside.c_str());
        throw error;
    }
}

} // namespace iron
