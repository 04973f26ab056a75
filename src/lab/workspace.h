// A folder for inputs and answers, gone with the object.
#pragma once

#include <filesystem>

namespace iron {

// $TMPDIR, or /tmp. Throws Error (not_possible) where that is no folder.
std::filesystem::path temporary_folder();

class Workspace {
  public:
    enum class Place { memory, disk };
    // In memory (/dev/shm) where that can be had, else (or as asked) in the temporary folder. Throws Error
    // (not_possible).
    explicit Workspace(Place place = Place::memory);
    ~Workspace();
    Workspace(const Workspace &) = delete;
    Workspace &operator=(const Workspace &) = delete;
    const std::filesystem::path &path() const { return path_; }

  private:
    std::filesystem::path path_;
    int held_ = -1; // its folder, locked as long as it is worked in
};

} // namespace iron
