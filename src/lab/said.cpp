#include "lab/said.h"

#include <algorithm>
#include <fstream>

namespace iron {

namespace {

std::string trimmed(std::string text) {
    while (!text.empty() && (text.back() == '\n' || text.back() == ' '))
        text.pop_back();
    return text;
}

} // namespace

std::string said_in(const std::filesystem::path &path, std::size_t most) {
    std::ifstream in(path, std::ios::binary | std::ios::ate);
    if (!in) return "";
    const auto size = static_cast<std::size_t>(std::max<std::streamoff>(in.tellg(), 0));
    const auto part = [&](std::size_t from, std::size_t count) {
        std::string text(count, '\0');
        in.seekg(static_cast<std::streamoff>(from));
        in.read(text.data(), static_cast<std::streamoff>(count));
        return text;
    };
    if (size <= most) return trimmed(part(0, size));
    return part(0, most / 2) + "\n…\n" + trimmed(part(size - most / 2, most / 2));
}

std::string in_short(const std::string &said) {
    constexpr std::size_t head = 300, tail = 200;
    std::string text = said;
    if (text.size() > head + tail) {
        // Not within a letter of more than one byte.
        const auto is_within = [&](std::size_t at) {
            return (static_cast<unsigned char>(text[at]) & 0xc0) == 0x80;
        };
        std::size_t end = head, from = text.size() - tail;
        while (end > 0 && is_within(end))
            --end;
        while (from < text.size() && is_within(from))
            ++from;
        text = text.substr(0, end) + " … " + text.substr(from);
    }
    std::replace(text.begin(), text.end(), '\n', ' ');
    return text;
}

} // namespace iron
