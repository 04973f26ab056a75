// What build commands made, kept for the next time.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

namespace iron {

// What a build command made, or why it made nothing.
struct Product {
    bool ok = false, cached = false;
    std::string message;
    std::filesystem::path program;
};

class BuildStore {
  public:
    // `scratch`: a folder for what the commands say; paths in it do not count as part of a command.
    BuildStore(std::filesystem::path folder, std::filesystem::path scratch);

    // Runs a command in `folder`, {output} standing for what it makes: a file or a folder called `file`. Not
    // run where the same command has made it before of the same sources, and nothing that it read then has
    // changed.
    Product made(const std::vector<std::string> &command, const std::filesystem::path &folder,
                 const std::vector<std::filesystem::path> &sources, const std::string &file) const;

  private:
    std::filesystem::path kept_, scratch_;
};

// Where builds are kept: $IRON_STOPWATCH_CACHE, else below $XDG_CACHE_HOME or ~/.cache.
std::filesystem::path cache_folder();

} // namespace iron
