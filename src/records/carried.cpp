#include "records/carried.h"

#include <filesystem>

#include "records/files.h"

namespace iron {

void lay_out(const std::vector<CarriedFile> &files, const std::string &folder) {
    for (const CarriedFile &file : files) {
        const std::filesystem::path path = std::filesystem::path(folder) / file.path;
        if (std::filesystem::is_regular_file(path) && read_file(path) == file.text) continue;
        write_file(path, file.text);
        const bool script = file.text.starts_with("#!");
        if (script)
            std::filesystem::permissions(
                path, std::filesystem::perms::owner_exec | std::filesystem::perms::group_exec,
                std::filesystem::perm_options::add);
    }
}

} // namespace iron
