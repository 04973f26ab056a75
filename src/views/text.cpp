#include "views/text.h"

#include <algorithm>
#include <fmt/format.h>
#include <utf8proc.h>
#include <vector>

#include "core/words.h"

namespace iron {

namespace {

struct Character {
    std::size_t at = 0, size = 1; // bytes
    std::size_t columns = 1;
};

// A byte that is no UTF-8 is shown as something one column wide.
std::vector<Character> characters_of(std::string_view text) {
    std::vector<Character> all;
    for (std::size_t at = 0; at < text.size();) {
        utf8proc_int32_t code = -1;
        const auto *bytes = reinterpret_cast<const utf8proc_uint8_t *>(text.data() + at);
        const auto size = utf8proc_iterate(bytes, static_cast<utf8proc_ssize_t>(text.size() - at), &code);
        Character one{at};
        if (size > 0)
            one = {at, static_cast<std::size_t>(size), static_cast<std::size_t>(utf8proc_charwidth(code))};
        all.push_back(one);
        at += one.size;
    }
    return all;
}

} // namespace

std::size_t width_of(std::string_view text) {
    std::size_t columns = 0;
    for (const Character &one : characters_of(text))
        columns += one.columns;
    return columns;
}

std::string cut_to(std::string_view text, std::size_t width) {
    if (width_of(text) <= width) return std::string(text);
    std::size_t columns = 1, end = 0; // of the mark that it was cut
    for (const Character &one : characters_of(text)) {
        if ((columns += one.columns) > width) break;
        end = one.at + one.size;
    }
    return std::string(text.substr(0, end)) + "…";
}

std::string short_name(std::string_view name, std::size_t width) {
    if (width_of(name) <= width || width < 3) return cut_to(name, width);
    const std::size_t kept = width / 2;
    const std::vector<Character> characters = characters_of(name);
    std::size_t start = name.size(), columns = 0;
    for (auto one = characters.rbegin(); one != characters.rend(); ++one) {
        if ((columns += one->columns) > kept) break;
        start = one->at;
    }
    return cut_to(name, width - kept) + std::string(name.substr(start));
}

std::string wrapped(std::string_view text, std::size_t width, std::size_t indent) {
    const std::string margin(indent, ' ');
    std::string result, line;
    std::size_t at = 0;
    while (at < text.size()) {
        std::size_t end = std::min(text.find(' ', at), text.size());
        while (text.substr(end).starts_with(" = ")) // a size stays with its value
            end = std::min(text.find(' ', end + 3), text.size());
        const std::string_view word = text.substr(at, end - at);
        at = end + 1;
        if (word.empty()) continue;
        if (!line.empty() && indent + width_of(line) + 1 + width_of(word) > width) {
            result += margin + line + "\n";
            line.clear();
        }
        line += (line.empty() ? "" : " ") + std::string(word);
    }
    return line.empty() ? result : result + margin + line + "\n";
}

std::string table_text(const std::vector<std::string> &heading, std::vector<std::vector<std::string>> rows,
                       std::size_t width) {
    rows.insert(rows.begin(), heading);
    std::vector<std::size_t> widths(heading.size(), 0);
    for (const auto &row : rows)
        for (std::size_t i = 0; i < row.size(); ++i)
            widths[i] = std::max(widths[i], width_of(row[i]));
    const auto total = [&] {
        std::size_t sum = 2 * widths.size();
        for (const std::size_t one : widths)
            sum += one;
        return sum;
    };
    while (total() > width) {
        const auto widest = std::max_element(widths.begin(), widths.end());
        if (*widest <= 6) break;
        --*widest;
    }
    std::string text;
    for (std::size_t r = 0; r < rows.size(); ++r) {
        std::string line;
        for (std::size_t i = 0; i < rows[r].size(); ++i) {
            const std::string cell =
                i == 0 ? short_name(rows[r][i], widths[i]) : cut_to(rows[r][i], widths[i]);
            line += "  " + cell + std::string(widths[i] - width_of(cell), ' ');
        }
        while (!line.empty() && line.back() == ' ')
            line.pop_back();
        text += line + "\n";
        if (r == 0) text += "  " + std::string(total() - 2, '-') + "\n";
    }
    return text;
}

std::string counted_words(std::size_t count, const std::string &one, const std::string &many) {
    return fmt::format("{} {}", grouped(static_cast<double>(count)), count == 1 ? one : many);
}

} // namespace iron
