#include "core/bound/parse.h"

#include <algorithm>
#include <optional>

#include "core/bound/lexer.h"

namespace iron {

using Kind = ExpressionNode::Kind;

namespace {

bool contains(const std::vector<std::string> &list, const std::string &word) {
    return std::find(list.begin(), list.end(), word) != list.end();
}

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
                base = make(Kind::power, {base, make_number(lexemes_[at_++].number)});
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
        if (peek().token == Token::word && is_function_word(peek().text)) return function();
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
            applied_power = make_number(lexemes_[at_++].number);
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
    using enum ExpressionNode::Kind;
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
    return Parser(lexemes_of(text, sizes), sizes).whole();
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
        std::vector<std::string> all = function_words();
        for (const char *column : {"solution", "shape", "metric", "round", "value", "bound", "where", "every",
                                   "seed", "generation", "worker", "outcome", "O", "Theta", "Omega"})
            all.emplace_back(column);
        return all;
    }();
    return words;
}

} // namespace iron
