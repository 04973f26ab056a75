// Typed, checked access to a TOML document that collects every fault with its line.
#pragma once

#define TOML_HEADER_ONLY 0
#define TOML_SHARED_LIB 1
#include <toml++/toml.h>

#include <optional>
#include <string>
#include <vector>

#include "core/bound/parse.h"
#include "core/error.h"

namespace iron {

class TomlReader {
  public:
    // Throws Error (usage) where the text is no TOML.
    TomlReader(std::string file, std::string text);

    const toml::table &root() const { return root_; }

    // Keys in the order of the file (the library sorts them by name).
    static std::vector<const toml::key *> keys(const toml::table &table);

    void fault(const toml::source_region &where, std::string message, std::string advice = "");
    // For a fault inside a string's text: `offset` counts bytes of the string's value.
    void fault_in_text(const toml::node &node, std::string_view value, const ParseError &error);
    // Reports every key of the table that is not in `known`.
    void only(const toml::table &table, const std::vector<std::string> &known, const std::string &where);

    // The value under a key, if it is there and of the right kind; a wrong kind is a fault.
    std::optional<std::string> text(const toml::table &table, const char *key);
    std::optional<double> number(const toml::table &table, const char *key);
    std::optional<bool> truth(const toml::table &table, const char *key);
    const toml::table *table(const toml::table &parent, const char *key);
    // A string read by `parse`, whose Error becomes a fault at the value.
    template <class Parse>
    auto quantity(const toml::table &table, const char *key, Parse parse) {
        std::optional<decltype(parse(std::string_view()))> result;
        if (const auto given = text(table, key)) {
            try {
                result = parse(*given);
            } catch (const Error &error) {
                fault(table.get(key)->source(), error.findings()[0].message, error.findings()[0].advice);
            }
        }
        return result;
    }
    // A string, or a list of strings.
    std::vector<std::string> texts(const toml::table &table, const char *key);

    Place place(const toml::source_region &where) const;
    // Throws what was found, if anything was.
    void finish() const;

  private:
    std::string line(std::size_t number) const;

    std::string file_, text_;
    std::vector<std::string> lines_;
    toml::table root_;
    std::vector<Finding> findings_;
};

} // namespace iron
