#include "lab/input_store.h"

#include <fstream>

#include "core/error.h"
#include "records/files.h"

namespace iron {

InputStore::InputStore(const Problem &problem, std::filesystem::path folder, std::uint64_t keep_bytes,
                       std::uint64_t most_in_memory)
    : problem_(problem), folder_(std::move(folder)), generators_(problem, folder_), keep_bytes_(keep_bytes),
      most_in_memory_(most_in_memory) {}

Input InputStore::get(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) {
    const Key key{shape, sizes, seed, draw};
    if (const auto found = inputs_.find(key); found != inputs_.end()) return found->second;
    const std::filesystem::path path = next_path();
    write(shape, sizes, seed, draw, path);
    return keep(key, path);
}

Input InputStore::keep(const Key &key, const std::filesystem::path &path) {
    Input input{path, std::filesystem::file_size(path)};
    if (input.bytes > most_in_memory_) {
        if (!on_disk_) on_disk_.emplace(Workspace::Place::disk);
        input.path = on_disk_->path() / path.filename();
        std::filesystem::copy_file(path, input.path);
        std::filesystem::remove(path);
    }
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

void InputStore::write(const std::string &name, const Sizes &sizes, std::uint64_t seed, Draw draw,
                       const std::filesystem::path &path) {
    const Shape &shape = *problem_.shape(name);
    if (!shape.text) return generators_.make(shape, sizes, seed, path);
    std::ofstream out(path, std::ios::binary);
    const auto check = [&] {
        if (!out)
            throw Error(Category::not_possible, "the input can't be written to " + path.string(),
                        "is there room?");
    };
    fill_template(
        shape, sizes, seed, draw,
        [&](std::string_view piece) {
            out.write(piece.data(), static_cast<std::streamsize>(piece.size()));
            check();
        },
        nullptr, problem_.limits.input_bytes);
    out.flush();
    check();
}

Input InputStore::put(const std::string &text) {
    const std::filesystem::path path = folder_ / "input-given";
    std::ofstream(path, std::ios::binary) << text;
    return {path, text.size()};
}

std::string InputStore::text(const Input &input) { return read_file(input.path); }

Tape InputStore::drawn(const std::string &name, const Sizes &sizes, std::uint64_t seed, Draw draw) {
    Tape tape;
    const Shape &shape = *problem_.shape(name);
    if (shape.text)
        fill_template(
            shape, sizes, seed, draw, [](std::string_view) {}, &tape);
    return tape;
}

std::optional<Replayed> InputStore::again(const std::string &name, const Sizes &sizes, const Tape &tape,
                                          std::size_t cut) {
    Replayed made;
    try {
        replay_template(
            *problem_.shape(name), sizes, tape, cut, [&](std::string_view piece) { made.text += piece; },
            &made.tape);
    } catch (const Error &) {
        return std::nullopt;
    }
    made.input = put(made.text);
    return made;
}

} // namespace iron
