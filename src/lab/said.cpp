#include "lab/said.h"

#include <algorithm>
#include <fstream>
#include <utf8proc.h>

namespace iron {

namespace {

std::string trimmed(std::string text) {
    while (!text.empty() && (text.back() == '\n' || text.back() == ' '))
        text.pop_back();
    return text;
}

// Letters as they are, a question mark for what is none: escape sequences, half of a letter, bytes.
std::string printed(const std::string &text) {
    std::string safe;
    for (std::size_t at = 0; at < text.size();) {
        utf8proc_int32_t code = -1;
        const auto *bytes = reinterpret_cast<const utf8proc_uint8_t *>(text.data() + at);
        const auto size = utf8proc_iterate(bytes, static_cast<utf8proc_ssize_t>(text.size() - at), &code);
        const bool is_letter = size > 0 && (code == '\n' || code == '\t' ||
                                            (code >= 0x20 && code != 0x7f && !(code >= 0x80 && code < 0xa0)));
        const auto length = static_cast<std::size_t>(std::max<utf8proc_ssize_t>(size, 1));
        safe += is_letter ? text.substr(at, length) : "?";
        at += length;
    }
    return safe;
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
    if (size <= most) return printed(trimmed(part(0, size)));
    return printed(part(0, most / 2) + "\n…\n" + trimmed(part(size - most / 2, most / 2)));
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
