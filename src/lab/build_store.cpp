#include "lab/build_store.h"

#include <algorithm>
#include <cstdlib>
#include <fmt/format.h>
#include <map>
#include <mutex>
#include <sstream>
#include <sys/stat.h>
#include <unistd.h>

#include "core/error.h"
#include "lab/file_lock.h"
#include "lab/languages/language.h"
#include "lab/workspace.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

constexpr double compile_limit_s = 120;

// Files that a compiler's dependency file (make rules) names as read.
std::vector<std::string> dependencies_in(const std::string &text) {
    std::vector<std::string> files;
    std::string word;
    bool after_colon = false;
    const auto end_word = [&] {
        if (after_colon && !word.empty()) files.push_back(word);
        if (!word.empty() && word.back() == ':') after_colon = true;
        word.clear();
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (text[i] == '\\' && i + 1 < text.size() && text[i + 1] == '\n') {
            end_word();
            ++i;
        } else if (text[i] == '\\' && i + 1 < text.size() && text[i + 1] == ' ')
            word += text[++i];
        else if (text[i] == ' ' || text[i] == '\n') {
            end_word();
            if (text[i] == '\n') after_colon = false;
        } else
            word += text[i];
    }
    end_word();
    return files;
}

std::string digest_of_file(const fs::path &path) {
    if (!fs::is_regular_file(path)) return "missing";
    // Headers are shared between solutions: each is read once, and again when it was written to.
    static std::mutex guard;
    static std::map<std::tuple<std::string, std::uintmax_t, fs::file_time_type>, std::string> known;
    const std::lock_guard lock(guard);
    auto &digest = known[{path.string(), fs::file_size(path), fs::last_write_time(path)}];
    if (digest.empty()) digest = hex_digest(read_file(path));
    return digest;
}

// Every line of a build's list is a file it read (below `folder` where the path is relative) and that file's
// digest.
bool unchanged(const fs::path &list, const fs::path &folder) {
    if (!fs::is_regular_file(list)) return false;
    std::istringstream lines(read_file(list));
    std::string digest, path;
    bool any = false;
    while (lines >> digest && std::getline(lines >> std::ws, path)) {
        if (digest_of_file(folder / path) != digest) return false;
        any = true;
    }
    return any;
}

// What is built is run: nobody else may have put it there.
bool is_ones_own(const fs::path &folder) {
    struct stat found {};
    return stat(folder.c_str(), &found) != 0 || found.st_uid == geteuid();
}

bool is_private(const fs::path &folder) {
    struct stat found {};
    return lstat(folder.c_str(), &found) == 0 && S_ISDIR(found.st_mode) && found.st_uid == geteuid() &&
           (found.st_mode & 077) == 0;
}

} // namespace

BuildStore::BuildStore(fs::path folder, fs::path scratch)
    : kept_(std::move(folder)), scratch_(std::move(scratch)) {}

fs::path cache_folder() {
    const auto variable = [](const char *name) {
        const char *value = std::getenv(name);
        return fs::path(value ? value : "");
    };
    if (const fs::path own = variable("IRON_STOPWATCH_CACHE"); !own.empty()) return fs::absolute(own);
    if (const fs::path xdg = variable("XDG_CACHE_HOME"); !xdg.empty() && is_ones_own(xdg))
        return xdg / "iron-stopwatch";
    if (const fs::path home = variable("HOME"); !home.empty() && is_ones_own(home))
        return home / ".cache" / "iron-stopwatch";
    // Where others may write too: a folder that only we can have made.
    const fs::path shared = temporary_folder() / fmt::format("iron-stopwatch-{}", geteuid());
    if (mkdir(shared.c_str(), 0700) != 0 && !is_private(shared))
        throw Error(Category::not_possible,
                    "builds can't be kept in " + shared.string() +
                        ": it is somebody else's, or open to others",
                    "remove it, or set IRON_STOPWATCH_CACHE to a folder of your own");
    return shared;
}

Product BuildStore::made(const std::vector<std::string> &pattern, const fs::path &folder,
                         const std::vector<fs::path> &sources, const std::string &file) const {
    const std::string &compiler = pattern.at(0);
    Product product;
    if (find_program(compiler).empty()) {
        product.message = fmt::format("the compiler '{}' is not installed", compiler);
        return product;
    }
    std::string identity = version_of(compiler) + "\n";
    for (const std::string &word : pattern)
        identity += (word.starts_with(scratch_.string()) ? fs::path(word).filename().string() : word) + "\n";
    for (const fs::path &source : sources)
        identity += hex_digest(read_file(source)) + "\n";
    const fs::path kept = kept_ / "builds" / hex_digest(identity);
    product.program = kept / file;
    const fs::path list = kept / "read.txt";
    std::error_code ignored;
    fs::create_directories(kept, ignored);
    // Whoever else wants the same (a copy of a solution, another session) waits, and finds it made.
    const FileLock lock(kept / "lock");
    if (fs::exists(product.program) && unchanged(list, folder)) {
        product.ok = product.cached = true;
        return product;
    }
    const fs::path fresh = product.program.string() + ".part", rules = fresh.string() + ".d";
    fs::remove_all(fresh, ignored); // of a session that was killed
    Launch launch;
    for (std::string word : pattern) {
        const std::size_t at = word.find("{output}");
        if (at != std::string::npos) word.replace(at, 8, fresh.string());
        launch.command.push_back(word);
    }
    launch.folder = folder;
    // g++ writes what it reads there, whatever its command line is; system headers too.
    launch.environment = {"SUNPRO_DEPENDENCIES=" + rules.string(), "LC_ALL=C"};
    const Finished finished = run_to_end(launch, scratch_, compile_limit_s);
    if (finished.ending.outcome != Outcome::done || !fs::exists(fresh)) {
        product.message = finished.errors + finished.output;
        if (finished.ending.outcome == Outcome::over_time)
            product.message += "the compiler did not end within 120 s\n";
        if (product.message.empty())
            product.message = "the build command left no program: " + finished.ending.detail + "\n";
        while (!product.message.empty() && product.message.back() == '\n')
            product.message.pop_back();
        return product;
    }
    std::string read;
    std::vector<std::string> files =
        fs::is_regular_file(rules) ? dependencies_in(read_file(rules)) : std::vector<std::string>{};
    for (const fs::path &source : sources)
        files.push_back(source.string());
    for (const std::string &one : files) {
        // Relative to the folder where it lies in it, so that a copy of the folder finds its builds.
        const fs::path path = (folder / one).lexically_normal(),
                       inside = path.lexically_relative(folder.lexically_normal());
        const bool below = !inside.empty() && *inside.begin() != "..";
        read += digest_of_file(path) + " " + (below ? inside : path).string() + "\n";
    }
    if (fs::is_directory(product.program)) fs::remove_all(product.program);
    fs::rename(fresh, product.program);
    write_file(list, read);
    fs::remove(rules, ignored);
    product.ok = true;
    return product;
}

} // namespace iron
