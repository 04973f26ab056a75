// Inputs as files, made when first asked for.
#pragma once

#include <cstdint>
#include <filesystem>
#include <list>
#include <map>
#include <optional>
#include <string>
#include <tuple>
#include <utility>
#include <vector>

#include "lab/generator.h"
#include "lab/input.h"
#include "lab/workspace.h"

namespace iron {

class InputStore : public Inputs {
  public:
    // Keeps at most so many bytes of inputs in `folder`; older ones make room and are made again if asked for
    // again. One that is larger than `most_in_memory` by itself is put on disk.
    InputStore(const Problem &problem, std::filesystem::path folder, std::uint64_t keep_bytes = 256u << 20,
               std::uint64_t most_in_memory = 128u << 20);

    Input get(const std::string &shape, const Sizes &sizes, std::uint64_t seed,
              Draw draw = Draw::random) override;
    Input put(const std::string &text) override;
    std::string text(const Input &input) override;
    Tape drawn(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) override;
    std::optional<Replayed> again(const std::string &shape, const Sizes &sizes, const Tape &tape,
                                  std::size_t cut) override;
    // Where programs that make inputs may run, when the caller keeps to fewer processors.
    void run_on(std::vector<int> processors) { generators_.run_on(std::move(processors)); }
    // Writes an input elsewhere.
    void write(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw,
               const std::filesystem::path &path);

  private:
    using Key = std::tuple<std::string, Sizes, std::uint64_t, Draw>;
    Input keep(const Key &key, const std::filesystem::path &path);
    std::filesystem::path next_path() { return folder_ / ("input-" + std::to_string(++number_)); }

    const Problem &problem_;
    std::filesystem::path folder_;
    Generators generators_;
    std::uint64_t keep_bytes_, most_in_memory_, kept_bytes_ = 0;
    std::optional<Workspace> on_disk_; // made for the first large one
    std::map<Key, Input> inputs_;
    std::list<Key> order_; // the oldest first
    std::uint64_t number_ = 0;
};

} // namespace iron
