#include "lab/languages/native.h"

#include <mutex>

#include "core/error.h"
#include "lab/languages/native_spots.h"

namespace iron {

namespace {

const char *const bulk_calls[] = {"memcpy",  "mempcpy", "memmove", "memset",  "memcmp",  "bcmp",
                                  "memchr",  "memrchr", "strlen",  "strnlen", "strcmp",  "strncmp",
                                  "strcpy",  "stpcpy",  "strncpy", "strcat",  "strdup",  "strchr",
                                  "strrchr", "strstr",  "calloc",  "realloc", "qsort",   "bsearch",
                                  "fread",   "fwrite",  "fgets",   "fputs",   "strncat", "strcasecmp",
                                  "strspn",  "strcspn", "strpbrk", "memmem",  "sscanf",  "__isoc99_sscanf"};

constexpr std::int64_t room_for_the_book = std::int64_t{1} << 29; // bytes
constexpr std::int64_t room_for_paint = std::int64_t{8} << 20;    // held_receiver.cpp's

} // namespace

std::string linked_in(const Recipe &recipe, const std::string &source, Runtime runtime) {
    const std::filesystem::path path = recipe.adapters / source;
    static std::mutex guard; // several solutions need it at once
    const std::lock_guard lock(guard);
    const char *compiler = path.extension() == ".c" ? "gcc" : "g++";
    std::vector<std::string> command = {compiler, "-O2", "-c", path.string(), "-o", "{output}"};
    if (path.extension() == ".cpp" && runtime == Runtime::none)
        command.insert(command.end(), {"-fno-exceptions", "-fno-rtti"});
    const Product object = recipe.store.made(command, recipe.adapters, {path}, path.stem().string() + ".o");
    if (!object.ok) throw Error(Category::not_possible, source + " can't be built: " + object.message);
    return object.program;
}

std::vector<std::string> wrapped_bulk_calls() {
    std::vector<std::string> options;
    for (const char *name : bulk_calls)
        options.push_back(std::string("-Wl,--wrap=") + name);
    return options;
}

void let_native_count(const Recipe &recipe, Runnable &runnable) {
    runnable.environment.clear();
    runnable.limits.memory_bytes += recipe.style == Style::function ? room_for_the_book : room_for_paint;
}

SpotReader native_spot_reader(const Recipe &recipe, const std::filesystem::path &program) {
    // Read when first asked for: a program that is never counted needs none of it.
    return [spots = std::shared_ptr<NativeSpots>(), program, folder = recipe.problem.folder,
            first = recipe.main_source(), adapters = recipe.adapters](const Said &said) mutable {
        if (!spots) spots = std::make_shared<NativeSpots>(program, folder, first, adapters);
        return spots->counts(said);
    };
}

} // namespace iron
