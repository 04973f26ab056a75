#include "records/call.h"

#include <algorithm>
#include <cctype>
#include <charconv>
#include <fmt/format.h>
#include <optional>

#include "core/bound/parse.h"
#include "core/error.h"
#include "core/nearest.h"

namespace iron {

bool Type::holds(Kind some) const {
    return kind == some ||
           std::any_of(parts.begin(), parts.end(), [&](const Type &part) { return part.holds(some); });
}

std::string word_for(const Type &type) {
    switch (type.kind) {
    case Type::Kind::integer:
        return "int";
    case Type::Kind::real:
        return "real";
    case Type::Kind::text:
        return "text";
    case Type::Kind::truth:
        return "bool";
    case Type::Kind::list:
        return "list of " + word_for(type.parts[0]);
    case Type::Kind::pair:
        return "(" + word_for(type.parts[0]) + ", " + word_for(type.parts[1]) + ")";
    }
    return "";
}

namespace {

const char *const example = "it is written  call = \"best_climb(levels: list of int, most: int) -> int\"";

class CallParser {
  public:
    explicit CallParser(std::string_view text) : text_(text) {}

    Call whole() {
        Call call;
        call.function = word("the function's name");
        expect('(');
        if (!taken(')')) do {
                Parameter one;
                const std::size_t at = place();
                one.name = word("an argument's name");
                for (const Parameter &other : call.takes)
                    if (other.name == one.name)
                        throw ParseError("two arguments are called '" + one.name + "'", at);
                expect(':');
                one.type = type();
                call.takes.push_back(std::move(one));
            } while (!taken(')') && expect(','));
        expect('-');
        expect('>');
        const std::size_t before = at_;
        const auto named =
            std::find_if(call.takes.begin(), call.takes.end(),
                         [name = std::string(peeked())](const Parameter &one) { return one.name == name; });
        if (named != call.takes.end()) {
            word("");
            call.answers_in = static_cast<int>(named - call.takes.begin());
            call.gives = named->type;
        } else {
            at_ = before;
            call.gives = type();
        }
        if (place() < text_.size()) throw ParseError("nothing is expected behind the answer", at_, example);
        if (call.takes.empty())
            throw ParseError("a function without arguments has nothing to grow with", 0, example);
        return call;
    }

  private:
    std::size_t place() {
        while (at_ < text_.size() && std::isspace(static_cast<unsigned char>(text_[at_])))
            ++at_;
        return at_;
    }
    bool taken(char c) { return place() < text_.size() && text_[at_] == c && ++at_; }
    bool expect(char c) {
        if (!taken(c)) throw ParseError(fmt::format("'{}' is expected here", c), at_, example);
        return true;
    }
    std::string_view peeked() {
        std::size_t end = place();
        while (end < text_.size() &&
               (std::isalnum(static_cast<unsigned char>(text_[end])) || text_[end] == '_'))
            ++end;
        return text_.substr(at_, end - at_);
    }
    std::string word(const char *what) {
        const std::string found(peeked());
        if (found.empty() || std::isdigit(static_cast<unsigned char>(found[0])))
            throw ParseError(std::string(what) + " is expected here", at_, example);
        at_ += found.size();
        return found;
    }
    Type type() {
        if (taken('(')) {
            Type pair{Type::Kind::pair, {type()}};
            expect(',');
            pair.parts.push_back(type());
            expect(')');
            return pair;
        }
        const std::size_t at = place();
        const std::string name = word("a type");
        if (name == "int") return {Type::Kind::integer, {}};
        if (name == "real") return {Type::Kind::real, {}};
        if (name == "text") return {Type::Kind::text, {}};
        if (name == "bool") return {Type::Kind::truth, {}};
        if (name == "list") {
            if (peeked() != "of") throw ParseError("a list of what?", at_, "write  list of int");
            word("");
            return {Type::Kind::list, {type()}};
        }
        throw ParseError("there is no type '" + name + "'", at,
                         "types are int, real, text, bool, list of T, (T, T)");
    }

    std::string_view text_;
    std::size_t at_ = 0;
};

// What a text is read from, by lines.
class Lines {
  public:
    explicit Lines(std::string_view text) : left_(text) {}
    bool at_end() const { return left_.empty(); }
    std::string_view next() {
        const std::size_t end = left_.find('\n');
        const std::string_view line = left_.substr(0, end);
        left_ = end == std::string_view::npos ? std::string_view() : left_.substr(end + 1);
        return line;
    }

  private:
    std::string_view left_;
};

std::vector<std::string_view> words_of(std::string_view text) {
    std::vector<std::string_view> words;
    for (std::size_t at = 0; (at = text.find_first_not_of(" \t\r\n", at)) != std::string_view::npos;) {
        const std::size_t end = std::min(text.find_first_of(" \t\r\n", at), text.size());
        words.push_back(text.substr(at, end - at));
        at = end;
    }
    return words;
}

bool is_word_of(const Type &type, std::string_view word) {
    const char *const end = word.data() + word.size();
    if (type.kind == Type::Kind::truth) return word == "true" || word == "false";
    if (type.kind == Type::Kind::integer) { // of any length
        if (word.starts_with('-')) word.remove_prefix(1);
        return !word.empty() &&
               std::all_of(word.begin(), word.end(), [](unsigned char c) { return std::isdigit(c); });
    }
    double value = 0;
    return std::from_chars(word.data(), end, value).ptr == end;
}

[[noreturn]] void refuse(const Type &type, std::string_view made) {
    const std::string_view line = made.substr(0, made.find('\n'));
    throw Error(Category::usage, fmt::format("'{}' is no {}", line.substr(0, 60), word_for(type)));
}

std::string of_words(const Type &type, const std::vector<std::string_view> &words, std::string_view made) {
    std::string text;
    for (const std::string_view word : words) {
        if (!is_word_of(type, word)) refuse(type, made);
        if (!text.empty()) text += ' ';
        text += word;
    }
    return text + "\n";
}

} // namespace

Call parse_call(std::string_view text) { return CallParser(text).whole(); }

std::string text_of_value(const Type &type, std::string_view made) {
    using Kind = Type::Kind;
    if (type.kind == Kind::text) {
        if (made.find('\n') != std::string_view::npos) refuse(type, made);
        return std::string(made) + "\n";
    }
    const std::vector<std::string_view> words = words_of(made);
    if (type.is_one_word()) {
        if (words.size() != 1) refuse(type, made);
        return of_words(type, words, made);
    }
    if (type.kind == Kind::pair) {
        if (words.size() != 2) refuse(type, made);
        return text_of_value(type.parts[0], words[0]) + text_of_value(type.parts[1], words[1]);
    }
    const Type &element = type.parts[0];
    if (element.is_one_word()) return fmt::format("{}\n", words.size()) + of_words(element, words, made);
    std::string elements;
    std::size_t count = 0;
    for (Lines lines(made); !lines.at_end(); ++count)
        elements += text_of_value(element, lines.next());
    return fmt::format("{}\n", count) + elements;
}

namespace {

// Values of a text, as they are written in a call.
class Written {
  public:
    explicit Written(std::string_view text) : lines_(text) {}

    std::optional<std::string> value(const Type &type) {
        using Kind = Type::Kind;
        if (lines_.at_end()) return std::nullopt;
        if (type.kind == Kind::text) return fmt::format("\"{}\"", lines_.next());
        if (type.is_one_word()) {
            const auto words = words_of(lines_.next());
            if (words.size() != 1 || !is_word_of(type, words[0])) return std::nullopt;
            return std::string(words[0]);
        }
        if (type.kind == Kind::pair) {
            const auto first = value(type.parts[0]), second = value(type.parts[1]);
            if (!first || !second) return std::nullopt;
            return "(" + *first + ", " + *second + ")";
        }
        const auto counted = words_of(lines_.next());
        std::size_t count = 0;
        if (counted.size() != 1 ||
            std::from_chars(counted[0].data(), counted[0].data() + counted[0].size(), count).ptr !=
                counted[0].data() + counted[0].size())
            return std::nullopt;
        return "[" + elements(type.parts[0], count).value_or("?") + "]";
    }
    bool at_end() const { return lines_.at_end(); }

  private:
    std::optional<std::string> elements(const Type &type, std::size_t count) {
        std::string all;
        if (type.is_one_word()) {
            const auto words = words_of(lines_.at_end() ? "" : lines_.next());
            if (words.size() != count) return std::nullopt;
            for (const std::string_view word : words)
                all.append(all.empty() ? "" : ", ").append(word);
            return all;
        }
        for (std::size_t i = 0; i < count; ++i) {
            const auto one = value(type);
            if (!one) return std::nullopt;
            all.append(i ? ", " : "").append(*one);
        }
        return all;
    }

    Lines lines_;
};

} // namespace

std::string as_arguments(const Call &call, std::string_view input) {
    Written written(input);
    std::string all;
    for (const Parameter &parameter : call.takes) {
        const auto one = written.value(parameter.type);
        if (!one) return "";
        all += (all.empty() ? "" : ", ") + *one;
    }
    return written.at_end() ? all : "";
}

std::string as_value(const Type &type, std::string_view answer) {
    Written written(answer);
    const auto value = written.value(type);
    if (value && written.at_end()) return *value;
    return std::string(answer.substr(0, answer.find_last_not_of(" \n\r\t") + 1));
}

} // namespace iron
