#include "lab/input_store.h"

#include <fstream>

#include "core/error.h"
#include "records/files.h"

namespace iron {

InputStore::InputStore(const Problem &problem, std::filesystem::path folder, std::uint64_t keep_bytes)
    : problem_(problem), folder_(std::move(folder)), keep_bytes_(keep_bytes) {}

InputStore::Input InputStore::get(const std::string &shape, const Sizes &sizes, std::uint64_t seed,
                                  Draw draw) {
    const Key key{shape, sizes, seed, draw};
    if (const auto found = inputs_.find(key); found != inputs_.end()) return found->second;
    Input input{folder_ / ("input-" + std::to_string(++number_)), 0};
    std::ofstream out(input.path, std::ios::binary);
    fill_template(*problem_.shape(shape), sizes, seed, draw, [&](std::string_view piece) {
        out.write(piece.data(), static_cast<std::streamsize>(piece.size()));
        input.bytes += piece.size();
    });
    if (!out.flush())
        throw Error(Category::not_possible, "the input can't be written to " + folder_.string(),
                    "is there room?");
    kept_bytes_ += input.bytes;
    while (kept_bytes_ > keep_bytes_ && !order_.empty()) {
        const Input &oldest = inputs_.at(order_.front());
        std::error_code ignored;
        std::filesystem::remove(oldest.path, ignored);
        kept_bytes_ -= oldest.bytes;
        inputs_.erase(order_.front());
        order_.pop_front();
    }
    inputs_[key] = input;
    order_.push_back(key);
    return input;
}

std::filesystem::path InputStore::put(const std::string &text) {
    const std::filesystem::path path = folder_ / "input-given";
    std::ofstream(path, std::ios::binary) << text;
    return path;
}

} // namespace iron
