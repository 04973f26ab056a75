#include "records/toml_reader.h"

#include <algorithm>
#include <sstream>

#include "core/nearest.h"

namespace iron {

namespace {

// Each dot of a key is a table in a table, and the library takes them apart one within another.
bool nests_too_deeply(const std::string &line) {
    constexpr int deepest = 100;
    int dots = 0;
    char before = ' ';
    for (const char c : line) {
        if (c == ' ' || c == '\t') continue;
        const bool names =
            std::isalnum(static_cast<unsigned char>(c)) || c == '_' || c == '-' || c == '"' || c == '\'';
        if (c == '.' && before != '.')
            ++dots;
        else if (!names)
            dots = 0;
        if (dots > deepest) return true;
        before = c;
    }
    return false;
}

} // namespace

TomlReader::TomlReader(std::string file, std::string text) : file_(std::move(file)), text_(std::move(text)) {
    std::istringstream in(text_);
    for (std::string line; std::getline(in, line);)
        lines_.push_back(line);
    for (std::size_t i = 0; i < lines_.size(); ++i)
        if (nests_too_deeply(lines_[i]))
            throw Error(Category::usage, {{"a key of so many parts",
                                           {file_, static_cast<int>(i) + 1, 1, lines_[i]},
                                           "a key has one name, or a few with dots between"}});
    try {
        root_ = toml::parse(text_, file_);
    } catch (const toml::parse_error &error) {
        throw Error(Category::usage, {{std::string(error.description()), place(error.source()),
                                       "the file has to be TOML: text in quotes, tables in [brackets]"}});
    }
}

std::vector<const toml::key *> TomlReader::keys(const toml::table &table) {
    std::vector<const toml::key *> ordered;
    for (const auto &[key, value] : table)
        ordered.push_back(&key);
    std::sort(ordered.begin(), ordered.end(), [](const toml::key *a, const toml::key *b) {
        const auto &x = a->source().begin, &y = b->source().begin;
        return x.line != y.line ? x.line < y.line : x.column < y.column;
    });
    return ordered;
}

std::string TomlReader::line(std::size_t number) const {
    return number >= 1 && number <= lines_.size() ? lines_[number - 1] : "";
}

Place TomlReader::place(const toml::source_region &where) const {
    return {file_, static_cast<int>(where.begin.line), static_cast<int>(where.begin.column),
            line(where.begin.line)};
}

void TomlReader::fault(const toml::source_region &where, std::string message, std::string advice) {
    findings_.push_back({std::move(message), place(where), std::move(advice)});
}

void TomlReader::fault_in_text(const toml::node &node, std::string_view value, const ParseError &error) {
    Place where = place(node.source());
    const std::string rest = where.column > 0 && where.column <= static_cast<int>(where.excerpt.size())
                                 ? where.excerpt.substr(where.column - 1)
                                 : "";
    if (rest.starts_with("\"\"\"") || rest.starts_with("'''")) {
        // The newline right behind the quotes is not part of the value.
        const std::string_view before = value.substr(0, std::min(error.offset, value.size()));
        const auto newlines = std::count(before.begin(), before.end(), '\n');
        const std::size_t last = before.rfind('\n');
        const bool own_line = rest.size() == 3;
        where.line += static_cast<int>(newlines) + (own_line ? 1 : 0);
        const int in_line =
            static_cast<int>(last == std::string_view::npos ? before.size() : before.size() - last - 1);
        where.column = in_line + 1 + (newlines == 0 && !own_line ? where.column + 2 : 0);
        where.excerpt = line(where.line);
    } else
        where.column += 1 + static_cast<int>(error.offset);
    findings_.push_back({error.what(), where, error.advice});
}

void TomlReader::only(const toml::table &table, const std::vector<std::string> &known,
                      const std::string &where) {
    for (const toml::key *key : keys(table)) {
        const std::string name(key->str());
        if (std::find(known.begin(), known.end(), name) == known.end())
            fault(key->source(), "unknown key '" + name + "' " + where, advise_nearest(name, known));
    }
}

std::optional<std::string> TomlReader::text(const toml::table &table, const char *key) {
    const toml::node *node = table.get(key);
    if (!node) return std::nullopt;
    if (const auto value = node->value_exact<std::string>()) {
        if (value->find("FILL IN") != std::string::npos)
            fault(node->source(), std::string("'") + key + "' is still to be filled in",
                  "'new' could not know it from the programs: write it in place of FILL IN");
        return value;
    }
    fault(node->source(), std::string("'") + key + "' has to be a text", "put it in quotes");
    return std::nullopt;
}

std::optional<double> TomlReader::number(const toml::table &table, const char *key) {
    const toml::node *node = table.get(key);
    if (!node) return std::nullopt;
    if (node->is_number()) return node->value<double>();
    fault(node->source(), std::string("'") + key + "' has to be a number");
    return std::nullopt;
}

std::optional<bool> TomlReader::truth(const toml::table &table, const char *key) {
    const toml::node *node = table.get(key);
    if (!node) return std::nullopt;
    if (const auto value = node->value_exact<bool>()) return value;
    fault(node->source(), std::string("'") + key + "' has to be true or false");
    return std::nullopt;
}

const toml::table *TomlReader::table(const toml::table &parent, const char *key) {
    const toml::node *node = parent.get(key);
    if (!node) return nullptr;
    if (const toml::table *found = node->as_table()) return found;
    fault(node->source(), std::string("'") + key + "' has to be a table", std::string("write [") + key + "]");
    return nullptr;
}

std::vector<std::string> TomlReader::texts(const toml::table &table, const char *key) {
    std::vector<std::string> result;
    const toml::node *node = table.get(key);
    if (!node) return result;
    if (const toml::array *list = node->as_array()) {
        for (const toml::node &item : *list)
            if (const auto value = item.value_exact<std::string>())
                result.push_back(*value);
            else
                fault(item.source(), std::string("'") + key + "' has to be a list of texts");
    } else if (const auto value = text(table, key))
        result.push_back(*value);
    return result;
}

void TomlReader::finish() const {
    if (findings_.empty()) return;
    std::vector<Finding> ordered = findings_;
    std::stable_sort(ordered.begin(), ordered.end(),
                     [](const Finding &a, const Finding &b) { return a.place.line < b.place.line; });
    throw Error(Category::usage, std::move(ordered));
}

} // namespace iron
