#include "core/bound/parse.h"

#include <algorithm>
#include <cctype>
#include <optional>

#include "core/nearest.h"

namespace iron {

using Kind = ExpressionNode::Kind;

namespace {

enum class Token { number, word, symbol, superscript, end };

struct Lexeme {
    Token token;
    std::string text; // word, the symbol, or the digits of a superscript
    long double number = 0;
    std::size_t offset = 0;
};

const std::vector<std::string> function_words = {"log",  "log2",  "lg",  "ln", "sqrt",
                                                 "cbrt", "floor", "min", "max"};

bool contains(const std::vector<std::string> &list, const std::string &word) {
    return std::find(list.begin(), list.end(), word) != list.end();
}

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
        found_.push_back({Token::number, digits, std::stold(digits), start});
    }

    bool known(const std::string &word) const {
        return contains(sizes_, word) || contains(function_words, word);
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
        words.insert(words.end(), function_words.begin(), function_words.end());
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
                if (sign.token == Token::superscript && !found_.empty() &&
                    found_.back().token == Token::superscript)
                    found_.back().text += sign.text;
                else
                    found_.push_back({sign.token, sign.text, 0, at_});
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

// Recursive descent over: sum > product (written or not) > unary minus > power and factorial > atom.
class Parser {
  public:
    Parser(std::vector<Lexeme> lexemes, const std::vector<std::string> &sizes)
        : lexemes_(std::move(lexemes)), sizes_(sizes) {}

    Expression whole() {
        Expression result = sum();
        if (peek().token != Token::end)
            throw ParseError("'" + peek().text + "' is not expected here", peek().offset);
        return result;
    }

  private:
    const Lexeme &peek() const { return lexemes_[at_]; }
    bool is(const char *symbol) const { return peek().token == Token::symbol && peek().text == symbol; }
    bool take(const char *symbol) {
        if (!is(symbol)) return false;
        ++at_;
        return true;
    }
    void expect(const char *symbol) {
        if (!take(symbol))
            throw ParseError(peek().token == Token::end
                                 ? std::string("'") + symbol + "' is missing at the end"
                                 : std::string("'") + symbol + "' is expected before '" + peek().text + "'",
                             peek().offset);
    }

    Expression sum() {
        Nesting guard(*this);
        Expression left = product();
        for (;;) {
            if (take("+"))
                left = joined(Kind::sum, left, product());
            else if (take("-"))
                left = make(Kind::difference, {left, product()});
            else
                return left;
        }
    }

    Expression product() {
        Expression left = unary();
        for (;;) {
            if (take("*"))
                left = joined(Kind::product, left, unary());
            else if (take("/"))
                left = make(Kind::quotient, {left, unary()});
            else if (starts_atom())
                left = joined(Kind::product, left, power());
            else
                return left;
        }
    }

    static Expression joined(Kind kind, const Expression &left, const Expression &right) {
        std::vector<Expression> parts = left->kind == kind ? left->of : std::vector<Expression>{left};
        parts.push_back(right);
        return make(kind, std::move(parts));
    }

    bool starts_atom() const {
        return peek().token == Token::number || peek().token == Token::word || is("(");
    }

    Expression unary() {
        Nesting guard(*this);
        if (take("-")) return make(Kind::negative, {unary()});
        return power();
    }

    // What follows an atom: factorials, superscripts and one '^', which groups to the right.
    Expression raised(Expression base) {
        for (;;) {
            if (take("!"))
                base = make(Kind::factorial, {base});
            else if (peek().token == Token::superscript)
                base = make(Kind::power, {base, make_number(std::stold(lexemes_[at_++].text))});
            else if (take("^"))
                return make(Kind::power, {base, exponent()});
            else
                return base;
        }
    }

    Expression exponent() {
        Nesting guard(*this);
        if (take("-")) return make(Kind::negative, {exponent()});
        return power();
    }

    Expression power() {
        Nesting guard(*this);
        if (peek().token == Token::word && contains(function_words, peek().text)) return function();
        return raised(atom());
    }

    Expression function() {
        const Lexeme name = lexemes_[at_++];
        if (name.text == "min" || name.text == "max") {
            expect("(");
            std::vector<Expression> of = {sum()};
            while (take(","))
                of.push_back(sum());
            expect(")");
            return raised(make(name.text == "min" ? Kind::minimum : Kind::maximum, std::move(of)));
        }
        if (name.text == "floor") {
            expect("(");
            Expression of = sum();
            expect(")");
            return raised(make(Kind::floor, {std::move(of)}));
        }
        const Kind kind = name.text == "sqrt"   ? Kind::square_root
                          : name.text == "cbrt" ? Kind::cube_root
                          : name.text == "ln"   ? Kind::natural_logarithm
                                                : Kind::logarithm;
        std::optional<Expression> applied_power; // `log^2 n` is (log n)^2
        if (take("^"))
            applied_power = raised(atom());
        else if (peek().token == Token::superscript)
            applied_power = make_number(std::stold(lexemes_[at_++].text));
        const bool call = is("(");
        Expression result = call ? make(kind, {atom()}) : make(kind, {power()});
        if (applied_power) return make(Kind::power, {result, *applied_power});
        return call ? raised(result) : result; // log(n)^2 is (log n)^2, log n^2 is log(n^2)
    }

    Expression atom() {
        const Lexeme &lexeme = peek();
        if (take("(")) {
            Expression inside = sum();
            expect(")");
            return inside;
        }
        if (lexeme.token == Token::number) {
            ++at_;
            return make_number(lexeme.number);
        }
        if (lexeme.token == Token::word && contains(sizes_, lexeme.text)) {
            ++at_;
            return make_size(lexeme.text);
        }
        if (lexeme.token == Token::end) throw ParseError("something is missing at the end", lexeme.offset);
        throw ParseError("'" + lexeme.text + "' is not expected here", lexeme.offset);
    }

    // Ten thousand parentheses are a mistake, not a bound: stop before the stack does.
    struct Nesting {
        explicit Nesting(Parser &parser) : parser(parser) {
            if (++parser.depth_ > 200) throw ParseError("nested too deeply", parser.peek().offset);
        }
        ~Nesting() { --parser.depth_; }
        Parser &parser;
    };

    std::vector<Lexeme> lexemes_;
    const std::vector<std::string> &sizes_;
    std::size_t at_ = 0;
    int depth_ = 0;
};

// Far more than anybody reads; what is longer only takes time.
void check_length(std::string_view text) {
    constexpr std::size_t longest = 1000;
    if (text.size() > longest) throw ParseError("longer than 1,000 letters", longest);
}

// How many powers, roots and logarithms stand one within another, a factorial for two, and how deep all is.
std::pair<int, int> nesting(const Expression &expression) {
    int steep = 0, deep = 0;
    for (const Expression &part : expression->of) {
        const auto [steep_there, deep_there] = nesting(part);
        steep = std::max(steep, steep_there), deep = std::max(deep, deep_there);
    }
    using enum Kind;
    const Kind kind = expression->kind;
    const int own = kind == factorial ? 2
                                      : kind == power || kind == logarithm || kind == natural_logarithm ||
                                            kind == square_root || kind == cube_root;
    return {steep + own, deep + 1};
}

// Growth that nobody can tell from any other is only work to hold readings against.
void check_bound(const Expression &growth) {
    constexpr int steepest = 4, deepest = 60;
    if (const auto [steep, deep] = nesting(growth); steep > steepest || deep > deepest)
        throw ParseError("nested too deeply for a bound", 0);
}

} // namespace

Expression parse_expression(std::string_view text, const std::vector<std::string> &sizes) {
    check_length(text);
    return Parser(Lexer(text, sizes).all(), sizes).whole();
}

Bound parse_bound(std::string_view text, const std::vector<std::string> &sizes) {
    check_length(text);
    struct Opening {
        const char *word;
        Bound::Kind kind;
    };
    static const Opening openings[] = {{"O", Bound::Kind::upper},
                                       {"Theta", Bound::Kind::tight},
                                       {"Θ", Bound::Kind::tight},
                                       {"Omega", Bound::Kind::lower},
                                       {"Ω", Bound::Kind::lower}};
    const auto blank = [](char c) { return std::isspace(static_cast<unsigned char>(c)); };
    std::size_t from = 0, to = text.size();
    while (from < to && blank(text[from]))
        ++from;
    while (to > from && blank(text[to - 1]))
        --to;
    for (const Opening &opening : openings) {
        std::string_view rest = text.substr(from, to - from);
        if (!rest.starts_with(opening.word)) continue;
        std::size_t open = from + std::string_view(opening.word).size();
        while (open < to && blank(text[open]))
            ++open;
        if (open >= to || text[open] != '(') continue;
        if (text[to - 1] != ')') throw ParseError("')' is missing at the end", to);
        try {
            Expression growth = parse_expression(text.substr(open + 1, to - open - 2), sizes);
            check_bound(growth);
            return {opening.kind, std::move(growth), std::string(text.substr(from, to - from))};
        } catch (const ParseError &error) {
            throw ParseError(error.what(), open + 1 + error.offset, error.advice);
        }
    }
    throw ParseError("a bound is written O(…), Theta(…) or Omega(…)", from, "for example \"O(n log n)\"");
}

const std::vector<std::string> &reserved_words() {
    static const std::vector<std::string> words = [] {
        std::vector<std::string> all = function_words;
        for (const char *column : {"solution", "shape", "metric", "round", "value", "bound", "where", "every",
                                   "seed", "generation", "worker", "outcome", "O", "Theta", "Omega"})
            all.emplace_back(column);
        return all;
    }();
    return words;
}

} // namespace iron
