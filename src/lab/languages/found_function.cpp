#include "lab/languages/found_function.h"

#include <algorithm>
#include <cctype>
#include <optional>
#include <sstream>

namespace iron {

namespace {

std::string stripped(const std::string &text) {
    const std::size_t from = text.find_first_not_of(" \t\r\n");
    if (from == std::string::npos) return "";
    return text.substr(from, text.find_last_not_of(" \t\r\n") + 1 - from);
}

// Blanks as one.
std::string on_one_line(const std::string &text) {
    std::string line;
    for (const char c : stripped(text)) {
        const bool blank = std::isspace(static_cast<unsigned char>(c));
        if (!blank || (!line.empty() && line.back() != ' ')) line += blank ? ' ' : c;
    }
    return line;
}

std::vector<std::string> words_in(const std::string &text) {
    std::vector<std::string> words;
    for (std::size_t at = 0; at < text.size();) {
        std::size_t end = at;
        while (end < text.size() && is_word(text[end]))
            ++end;
        if (end > at) words.push_back(text.substr(at, end - at));
        at = std::max(end, at + 1);
    }
    return words;
}

// What follows the open bracket at `open`: the place of the one that closes it.
std::size_t closing(const std::string &text, std::size_t open) {
    int depth = 0;
    for (std::size_t at = open; at < text.size(); ++at) {
        if (text[at] == '(') ++depth;
        if (text[at] == ')' && --depth == 0) return at;
    }
    return std::string::npos;
}

} // namespace

bool is_word(char c) { return std::isalnum(static_cast<unsigned char>(c)) || c == '_' || c == '$'; }

std::string FoundFunction::said() const {
    std::string all;
    for (const std::string &owner : owners)
        all += owner + ".";
    return all + name;
}

std::string plain_name(const std::string &name) {
    std::string letters;
    for (const unsigned char c : name)
        if (c != '_' && c != '$') letters += static_cast<char>(std::tolower(c));
    return letters;
}

bool is_one_of(const std::string &word, std::initializer_list<const char *> words) {
    return std::find(words.begin(), words.end(), word) != words.end();
}

bool is_receiver(const std::string &parameter) {
    const std::string last = parameter.substr(parameter.find_last_of(" &") + 1);
    return last == "self" || last == "cls";
}

std::string without_comments(const std::string &source) {
    std::string code = source;
    const auto blank = [&](std::size_t from, std::size_t to) {
        for (std::size_t i = from; i < std::min(to, code.size()); ++i)
            if (code[i] != '\n') code[i] = ' ';
        return std::min(to, code.size());
    };
    for (std::size_t i = 0; i < source.size();) {
        const char c = source[i];
        if (source.compare(i, 2, "//") == 0)
            i = blank(i, source.find('\n', i));
        else if (source.compare(i, 2, "/*") == 0) {
            const std::size_t end = source.find("*/", i + 2);
            i = blank(i, end == std::string::npos ? end : end + 2);
        } else if (c == '"' || c == '\'' || c == '`') {
            std::size_t end = i + 1;
            while (end < source.size() && source[end] != c && (c == '`' || source[end] != '\n'))
                end += source[end] == '\\' ? 2 : 1;
            // A quote that is not closed on its line is none: 'a of Rust, 1'000 of C++.
            if (end < source.size() && source[end] == c && (c != '\'' || end - i <= 8))
                i = blank(i + 1, end) + 1;
            else
                ++i;
        } else
            ++i;
    }
    return code;
}

std::vector<std::string> split_at_commas(const std::string &text) {
    std::vector<std::string> parts;
    int depth = 0;
    std::string part;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (std::string("([{<").find(c) != std::string::npos) ++depth;
        if (std::string(")]}>").find(c) != std::string::npos && !(c == '>' && i > 0 && text[i - 1] == '-'))
            --depth;
        if (c == ',' && depth == 0) {
            parts.push_back(stripped(part));
            part.clear();
        } else
            part += c;
    }
    if (!stripped(part).empty()) parts.push_back(stripped(part));
    return parts;
}

namespace {

class BraceReader {
  public:
    explicit BraceReader(const std::string &source) : source_(source), code_(without_comments(source)) {
        for (std::size_t at = code_.find('#'); at != std::string::npos; at = code_.find('#', at + 1)) {
            const std::size_t line = code_.rfind('\n', at) + 1;
            const bool directive =
                code_.find_first_not_of(" \t", line) == at && code_.compare(at, 2, "#[") != 0;
            for (std::size_t i = at; directive && i < code_.size() && code_[i] != '\n'; ++i)
                code_[i] = ' ';
        }
    }

    std::vector<FoundFunction> all() {
        std::size_t start = 0; // of what is being said
        int round = 0;         // brackets that are open
        for (std::size_t at = 0; at < code_.size(); ++at) {
            const char c = code_[at];
            if (c == '(' || c == '[') ++round;
            if (c == ')' || c == ']') --round;
            if (c == '{') {
                open(start, at);
                round = 0;
            } else if (c == '}' && !scopes_.empty())
                scopes_.pop_back();
            if (c == '{' || c == '}' || (c == ';' && round <= 0) || ends_label(start, at)) start = at + 1;
        }
        return std::move(found_);
    }

  private:
    struct Scope {
        std::string owner; // "" of one that is none
        bool holds_functions;
    };

    // The ':' of "public:".
    bool ends_label(std::size_t start, std::size_t at) const {
        return code_[at] == ':' &&
               is_one_of(stripped(code_.substr(start, at - start)), {"public", "private", "protected"});
    }

    bool may_hold_functions() const {
        return std::all_of(scopes_.begin(), scopes_.end(),
                           [](const Scope &one) { return one.holds_functions; });
    }

    void open(std::size_t from, std::size_t to) {
        const std::string head = code_.substr(from, to - from);
        const bool within = may_hold_functions();
        if (within)
            if (auto function = function_of(head, from)) {
                found_.push_back(std::move(*function));
                scopes_.push_back({"", false});
                return;
            }
        const auto owner = within ? owner_of(head) : std::nullopt;
        scopes_.push_back({owner.value_or(""), owner.has_value()});
    }

    // "class Gauge : public Sea", "impl<T> Reads for Gauge<T>", "namespace".
    static std::optional<std::string> owner_of(const std::string &head) {
        if (head.find('=') != std::string::npos || head.find('(') != std::string::npos) return std::nullopt;
        const std::vector<std::string> words = words_in(head);
        for (std::size_t i = 0; i < words.size(); ++i) {
            if (words[i] == "impl") {
                std::size_t at = i + 1;
                const auto by = std::find(words.begin(), words.end(), "for");
                if (by != words.end())
                    at = static_cast<std::size_t>(by - words.begin()) + 1;
                else if (head.find("impl<") != std::string::npos)
                    ++at;
                return at < words.size() ? words[at] : "";
            }
            if (is_one_of(words[i], {"class", "struct", "namespace", "interface", "trait", "mod", "enum",
                                     "record", "extern"})) {
                const std::size_t at = i + 1;
                if (words[i] == "extern" || at == words.size()) return "";
                return words[at] == "class" && at + 1 < words.size() ? words[at + 1] : words[at];
            }
        }
        return std::nullopt;
    }

    std::optional<FoundFunction> function_of(const std::string &head, std::size_t from) const {
        // The bracket behind the first word that is no type's part: function<int(int)> is one.
        int angle = 0;
        for (std::size_t at = 0; at < head.size(); ++at) {
            if (head[at] == '<') ++angle;
            if (head[at] == '>' && angle > 0) --angle;
            if (head[at] != '(' || angle > 0) continue;
            const std::size_t close = closing(head, at);
            if (close == std::string::npos) return std::nullopt;
            FoundFunction one;
            std::size_t name_from = at, name_to = at;
            name_end(head, name_from, name_to);
            one.name = head.substr(name_from, name_to - name_from);
            std::string before = head.substr(0, name_from);
            if (const auto arrow = arrow_name(before, one.name, head.substr(close + 1))) {
                one.name = *arrow;
                before = "";
            } else if (one.name.empty() || std::isdigit(static_cast<unsigned char>(one.name[0])) ||
                       is_one_of(one.name, {"if", "for", "while", "switch", "catch", "return", "match",
                                            "function", "synchronized", "alignas", "decltype", "noexcept"}) ||
                       before.find('=') != std::string::npos) {
                if (is_one_of(one.name, {"alignas", "decltype", "noexcept"})) {
                    at = close;
                    continue;
                }
                return std::nullopt;
            }
            for (const Scope &scope : scopes_)
                if (!scope.owner.empty()) one.owners.push_back(scope.owner);
            const std::size_t place = from + (name_from < name_to ? name_from : at);
            one.line = 1 + static_cast<int>(std::count(
                               source_.begin(), source_.begin() + static_cast<std::ptrdiff_t>(place), '\n'));
            one.head = on_one_line(head);
            one.before = on_one_line(before);
            one.takes = split_at_commas(on_one_line(head.substr(at + 1, close - at - 1)));
            one.behind = on_one_line(head.substr(close + 1));
            return one;
        }
        return std::nullopt;
    }

    // The word that ends before `from`, blanks and a template's own brackets left out.
    static void name_end(const std::string &head, std::size_t &from, std::size_t &to) {
        to = from;
        const auto skip_blanks = [&] {
            while (to > 0 && std::isspace(static_cast<unsigned char>(head[to - 1])))
                --to;
        };
        skip_blanks();
        if (to > 0 && head[to - 1] == '>') { // fn best<T>(
            int depth = 0;
            do {
                --to;
                if (head[to] == '>') ++depth;
                if (head[to] == '<') --depth;
            } while (to > 0 && depth > 0);
            skip_blanks();
        }
        from = to;
        while (from > 0 && is_word(head[from - 1]))
            --from;
    }

    // "const best = (levels) => {", "best = function (levels) {".
    static std::optional<std::string> arrow_name(const std::string &before, const std::string &name,
                                                 const std::string &behind) {
        const bool arrow = behind.find("=>") != std::string::npos && (name.empty() || name == "async");
        if (!arrow && name != "function") return std::nullopt;
        std::string ahead = stripped(before);
        if (ahead.ends_with("async")) ahead = stripped(ahead.substr(0, ahead.size() - 5));
        if (!ahead.ends_with("=")) return std::nullopt;
        const std::vector<std::string> words = words_in(ahead);
        return words.empty() ? std::nullopt : std::optional(words.back());
    }

    const std::string &source_;
    std::string code_;
    std::vector<Scope> scopes_;
    std::vector<FoundFunction> found_;
};

} // namespace

std::vector<FoundFunction> functions_in_braces(const std::string &source) {
    return BraceReader(source).all();
}

std::vector<FoundFunction> functions_by_indent(const std::string &source) {
    std::vector<FoundFunction> found;
    std::vector<std::pair<std::size_t, std::string>> blocks; // indent and class, "" of a function
    std::istringstream lines(source);
    int number = 0;
    for (std::string line; std::getline(lines, line);) {
        ++number;
        const std::size_t indent = line.find_first_not_of(" \t\r");
        if (indent == std::string::npos || line[indent] == '#') continue;
        while (!blocks.empty() && indent <= blocks.back().first)
            blocks.pop_back();
        std::string text = line.substr(indent);
        if (text.starts_with("async ")) text = stripped(text.substr(6));
        const bool is_class = text.starts_with("class ");
        if (!is_class && !text.starts_with("def ")) continue;
        const std::vector<std::string> words = words_in(text);
        if (words.size() < 2) continue;
        const std::string &name = words[1];
        if (is_class) {
            blocks.emplace_back(indent, name);
            continue;
        }
        FoundFunction one;
        one.name = name;
        one.line = number;
        bool within_function = false;
        for (const auto &[at, owner] : blocks) {
            within_function = within_function || owner.empty();
            one.owners.push_back(owner);
        }
        const std::size_t open = text.find('('),
                          close = open == std::string::npos ? open : closing(text, open);
        if (close != std::string::npos) {
            one.takes = split_at_commas(text.substr(open + 1, close - open - 1));
            one.behind = on_one_line(text.substr(close + 1));
        }
        one.head = on_one_line(text);
        blocks.emplace_back(indent, "");
        if (!within_function) found.push_back(std::move(one));
    }
    return found;
}

} // namespace iron
