#include "core/bound/lexer.h"

#include <algorithm>
#include <cctype>
#include <optional>

#include "core/bound/parse.h"
#include "core/nearest.h"

namespace iron {

namespace {

// Signs that people paste in, by their UTF-8 bytes.
struct Sign {
    const char *bytes;
    Token token;
    const char *text;
};
const Sign signs[] = {
    {"·", Token::symbol, "*"},      {"×", Token::symbol, "*"},      {"√", Token::word, "sqrt"},
    {"−", Token::symbol, "-"},      {"⁰", Token::superscript, "0"}, {"¹", Token::superscript, "1"},
    {"²", Token::superscript, "2"}, {"³", Token::superscript, "3"}, {"⁴", Token::superscript, "4"},
    {"⁵", Token::superscript, "5"}, {"⁶", Token::superscript, "6"}, {"⁷", Token::superscript, "7"},
    {"⁸", Token::superscript, "8"}, {"⁹", Token::superscript, "9"},
};

long double number_of(const std::string &digits, std::size_t offset) {
    try {
        return std::stold(digits);
    } catch (const std::out_of_range &) {
        throw ParseError("this number is too large or too small", offset);
    }
}

class Lexer {
  public:
    Lexer(std::string_view text, const std::vector<std::string> &sizes) : text_(text), sizes_(sizes) {}

    std::vector<Lexeme> all() {
        while (at_ < text_.size()) {
            const char c = text_[at_];
            if (std::isspace(static_cast<unsigned char>(c)))
                ++at_;
            else if (std::isdigit(static_cast<unsigned char>(c)) || c == '.')
                number();
            else if (std::isalpha(static_cast<unsigned char>(c)))
                word();
            else if (std::string_view("+-*/^!(),").find(c) != std::string_view::npos)
                found_.push_back({Token::symbol, std::string(1, c), 0, at_++});
            else
                sign();
        }
        found_.push_back({Token::end, "", 0, text_.size()});
        return found_;
    }

  private:
    void number() {
        const std::size_t start = at_;
        std::string digits;
        const auto take_digits = [&] {
            while (at_ < text_.size() && (std::isdigit(static_cast<unsigned char>(text_[at_])) ||
                                          (text_[at_] == '_' && !digits.empty()))) {
                if (text_[at_] != '_') digits += text_[at_];
                ++at_;
            }
        };
        take_digits();
        if (at_ < text_.size() && text_[at_] == '.') {
            digits += text_[at_++];
            take_digits();
        }
        if (digits == ".") throw ParseError("a '.' without digits", start);
        if (at_ + 1 < text_.size() && text_[at_] == 'e' &&
            std::isdigit(static_cast<unsigned char>(text_[at_ + 1]))) {
            digits += text_[at_++];
            take_digits();
        }
        found_.push_back({Token::number, digits, number_of(digits, start), start});
    }

    bool known(const std::string &word) const {
        return std::find(sizes_.begin(), sizes_.end(), word) != sizes_.end() || is_function_word(word);
    }

    void word() {
        const std::size_t start = at_;
        while (at_ < text_.size() &&
               (std::isalnum(static_cast<unsigned char>(text_[at_])) || text_[at_] == '_'))
            ++at_;
        const std::string whole(text_.substr(start, at_ - start));
        if (const auto one = resolve(whole)) {
            found_.push_back({Token::word, *one, 0, start});
            return;
        }
        // `nlogn`: run together from words that are known.
        std::vector<Lexeme> pieces;
        if (split(whole, 0, start, pieces)) {
            found_.insert(found_.end(), pieces.begin(), pieces.end());
            return;
        }
        std::vector<std::string> words = sizes_;
        words.insert(words.end(), function_words().begin(), function_words().end());
        throw ParseError("'" + whole + "' is not a size of this problem", start,
                         sizes_.empty() ? "" : advise_nearest(whole, words));
    }

    // The word itself, or its small form where only that is known (N for n, LOG for log).
    std::optional<std::string> resolve(const std::string &word) const {
        if (known(word)) return word;
        std::string small = word;
        for (char &c : small)
            c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        if (known(small)) return small;
        return std::nullopt;
    }

    bool split(const std::string &whole, std::size_t from, std::size_t offset,
               std::vector<Lexeme> &pieces) const {
        if (from == whole.size()) return true;
        for (std::size_t length = whole.size() - from; length > 0; --length) {
            const auto piece = resolve(whole.substr(from, length));
            if (!piece) continue;
            pieces.push_back({Token::word, *piece, 0, offset + from});
            if (split(whole, from + length, offset, pieces)) return true;
            pieces.pop_back();
        }
        return false;
    }

    void sign() {
        for (const Sign &sign : signs)
            if (text_.substr(at_).starts_with(sign.bytes)) {
                if (sign.token != Token::superscript || found_.empty() ||
                    found_.back().token != Token::superscript)
                    found_.push_back({sign.token, "", 0, at_});
                Lexeme &last = found_.back();
                last.text += sign.text;
                if (sign.token == Token::superscript) last.number = number_of(last.text, last.offset);
                at_ += std::string_view(sign.bytes).size();
                return;
            }
        std::size_t length = 1; // a whole UTF-8 character, for the message
        while (at_ + length < text_.size() &&
               (static_cast<unsigned char>(text_[at_ + length]) & 0xC0) == 0x80)
            ++length;
        throw ParseError("'" + std::string(text_.substr(at_, length)) + "' means nothing here", at_);
    }

    std::string_view text_;
    const std::vector<std::string> &sizes_;
    std::size_t at_ = 0;
    std::vector<Lexeme> found_;
};

} // namespace

const std::vector<std::string> &function_words() {
    static const std::vector<std::string> words = {"log",  "log2",  "lg",  "ln", "sqrt",
                                                   "cbrt", "floor", "min", "max"};
    return words;
}

bool is_function_word(const std::string &word) {
    const std::vector<std::string> &words = function_words();
    return std::find(words.begin(), words.end(), word) != words.end();
}

std::vector<Lexeme> lexemes_of(std::string_view text, const std::vector<std::string> &sizes) {
    return Lexer(text, sizes).all();
}

} // namespace iron
