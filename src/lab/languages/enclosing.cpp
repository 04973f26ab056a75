#include "lab/languages/enclosing.h"

#include <algorithm>
#include <vector>

#include "lab/languages/found_function.h"
#include "records/files.h"

namespace iron {

namespace {

// Loops, and functions that something else may call many times from there.
bool may_turn(const std::string &code) {
    for (const char *sign : {"=>", "->", "](", "|"})
        for (std::size_t at = 0; (at = code.find(sign, at)) != std::string::npos; ++at) {
            const bool is_or = *sign == '|' && (code.compare(at, 2, "||") == 0 ||
                                                (at > 0 && code.compare(at - 1, 2, "||") == 0));
            if (!is_or) return true;
        }
    std::string word;
    for (const char c : code + " ") {
        if (is_word(c)) {
            word += c;
            continue;
        }
        if (is_one_of(word, {"for", "while", "do", "loop", "goto", "lambda"})) return true;
        word.clear();
    }
    return false;
}

struct Block {
    int begins = 0; // line; 0: nowhere
    int round = 0;  // brackets that were open around it
};

bool is_directive(const std::string &line) {
    const std::size_t at = line.find_first_not_of(" \t");
    return at != std::string::npos && line[at] == '#' && line.compare(at, 2, "#[") != 0;
}

} // namespace

EnclosingLines enclosing_lines_in_braces(const std::string &source) {
    EnclosingLines all;
    std::vector<Block> blocks;
    int statement = 0, round = 0, number = 0; // the line that the statement begins on; 0: none does yet
    for (const std::string &line : lines_in(without_comments(source))) {
        ++number;
        if (is_directive(line)) continue;
        if (may_turn(line)) all.turn.insert(number);
        bool is_first = true;
        for (const char c : line) {
            if (c == ' ' || c == '\t' || c == '\r') continue;
            if (c == '}') {
                if (!blocks.empty()) {
                    round = blocks.back().round;
                    blocks.pop_back();
                }
                statement = 0;
                continue;
            }
            if (is_first) {
                const int within = statement != 0 ? statement : blocks.empty() ? 0 : blocks.back().begins;
                if (within != 0) all.within[number] = within;
                is_first = false;
            }
            if (c == '{') {
                const int around = blocks.empty() ? 0 : blocks.back().begins;
                blocks.push_back({statement != 0 ? statement : around, round});
                round = 0;
                statement = 0;
                continue;
            }
            if (statement == 0) statement = number;
            if (c == '(' || c == '[') ++round;
            if (c == ')' || c == ']') --round;
            if (c == ';' && round <= 0) statement = 0;
        }
    }
    return all;
}

namespace {

// Of Python: as many as it leaves open, or less than none.
int open_brackets(const std::string &line) {
    int open = 0;
    for (std::size_t at = 0; at < line.size() && line[at] != '#'; ++at) {
        const char c = line[at];
        if (c == '"' || c == '\'')
            while (at + 1 < line.size() && line[++at] != c)
                at += line[at] == '\\';
        if (c == '(' || c == '[' || c == '{') ++open;
        if (c == ')' || c == ']' || c == '}') --open;
    }
    return open;
}

} // namespace

EnclosingLines enclosing_lines_by_indent(const std::string &source) {
    EnclosingLines all;
    std::vector<std::pair<std::size_t, int>> blocks; // indent, line
    int statement = 0, round = 0, number = 0;        // as above; round: brackets that are open
    for (const std::string &line : lines_in(source)) {
        ++number;
        const std::size_t indent = line.find_first_not_of(" \t\r");
        if (indent == std::string::npos || line[indent] == '#') continue;
        if (may_turn(line)) all.turn.insert(number);
        if (round > 0) {
            all.within[number] = statement;
        } else {
            while (!blocks.empty() && indent <= blocks.back().first)
                blocks.pop_back();
            if (!blocks.empty()) all.within[number] = blocks.back().second;
            blocks.emplace_back(indent, number);
            statement = number;
        }
        round = std::max(0, round + open_brackets(line));
    }
    return all;
}

} // namespace iron
