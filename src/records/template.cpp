#include "records/template.h"

#include <algorithm>
#include <cctype>
#include <optional>

#include "core/bound/parse.h"
#include "core/nearest.h"

namespace iron {

const std::vector<TemplateCall> &template_calls() {
    static const std::vector<TemplateCall> calls = {
        {"integer", {"low", "high"}, false, 0, true},
        {"divisor", {"number"}, false, 0, true},
        {"integers", {"count", "low", "high"}},
        {"distinct", {"count", "low", "high"}},
        {"multiples", {"count", "of", "low", "high"}},
        {"parts", {"count", "sum"}},
        {"permutation", {"count"}},
        {"rising", {"count", "low", "high"}},
        {"strictly_rising", {"count", "low", "high"}},
        {"falling", {"count", "low", "high"}},
        {"almost_rising", {"count", "swaps"}},
        {"repeated", {"count", "value"}},
        {"counting", {"count", "first"}},
        {"alternating", {"count", "first", "second"}},
        {"letters", {"count", "text"}, true},
        {"grid", {"rows", "columns", "text"}, true},
        {"rows", {"count", "text"}, true},
        {"sorted_rows", {"count", "text"}, true},
        {"tree", {"nodes", "depth"}, false, 1},
        {"graph", {"nodes", "edges", "low", "high"}, false, 2},
        {"connected", {"nodes", "edges", "low", "high"}, false, 2},
        {"acyclic", {"nodes", "edges", "low", "high"}, false, 2},
    };
    return calls;
}

namespace {

const TemplateCall *find_call(const std::string &name) {
    for (const TemplateCall &call : template_calls())
        if (call.name == name) return &call;
    return nullptr;
}

std::string signature(const TemplateCall &call) {
    const auto with = [&](std::size_t parameters) {
        std::string text = call.name + "(";
        for (std::size_t i = 0; i < parameters; ++i) {
            const bool quoted = call.text_last && i + 1 == call.parameters.size();
            text += (i ? ", " : "") + (quoted ? "\"" + call.parameters[i] + "\"" : call.parameters[i]);
        }
        return text + ")";
    };
    const std::size_t all = call.parameters.size();
    return call.optional > 0 ? with(all - call.optional) + " or " + with(all) : with(all);
}

class TemplateParser {
  public:
    // `names`: of sizes, and what was named before.
    TemplateParser(std::string_view text, std::vector<std::string> names)
        : text_(text), names_(std::move(names)) {}

    Template whole() {
        Template result;
        result.source = std::string(text_);
        std::string plain;
        const auto flush = [&] {
            if (!plain.empty()) {
                result.parts.emplace_back();
                result.parts.back().text = std::move(plain);
            }
            plain.clear();
        };
        while (at_ < text_.size()) {
            const char c = text_[at_];
            if ((c == '{' || c == '}') && at_ + 1 < text_.size() && text_[at_ + 1] == c) {
                plain += c;
                at_ += 2;
            } else if (c == '{') {
                flush();
                result.parts.push_back(braced());
            } else if (c == '}') {
                throw ParseError("a '}' without its '{'", at_, "a brace that is meant is written '}}'");
            } else {
                plain += c;
                ++at_;
            }
        }
        flush();
        return result;
    }

  private:
    // Text stands in quotes of either kind, so that one may hold the other. `quote`: the one that is open, or
    // 0.
    static bool is_quoted(char c, char &quote) {
        if (!quote && (c == '"' || c == '\'')) {
            quote = c;
            return true;
        }
        const bool inside = quote != 0;
        if (c == quote) quote = 0;
        return inside;
    }

    // The matching '}' of the '{' at `open`; quoted text may hold braces.
    std::size_t closing(std::size_t open) const {
        char quote = 0;
        for (std::size_t i = open + 1; i < text_.size(); ++i) {
            if (text_[i] == '\\' && quote)
                ++i;
            else if (!is_quoted(text_[i], quote) && text_[i] == '}')
                return i;
        }
        throw ParseError("a '{' without its '}'", open, "a brace that is meant is written '{{'");
    }

    TemplatePart braced() {
        const std::size_t open = at_, close = closing(open);
        at_ = close + 1;
        std::string_view inside = text_.substr(open + 1, close - open - 1);
        std::size_t offset = open + 1;
        const std::size_t start = inside.find_first_not_of(" \t\n");
        if (start == std::string_view::npos) throw ParseError("nothing between the braces", open);
        const std::optional<Naming> naming = named(inside, offset);
        if (!naming) return valued(inside, offset);
        offset += naming->after;
        inside.remove_prefix(naming->after);
        TemplatePart part = valued(inside, offset);
        if (part.kind == TemplatePart::Kind::call && !find_call(part.text)->one_number)
            throw ParseError(part.text + "() makes more than one number, so it can't be named", offset,
                             "what can is integer(low, high), divisor(number), and an expression");
        part.name = naming->name;
        part.is_printed = !naming->let;
        names_.push_back(naming->name);
        return part;
    }

    static std::size_t word_end(std::string_view text, std::size_t from) {
        while (from < text.size() &&
               (std::isalnum(static_cast<unsigned char>(text[from])) || text[from] == '_'))
            ++from;
        return from;
    }

    // "width = …" or "let width = …".
    struct Naming {
        std::string name;
        bool let = false;
        std::size_t after = 0; // the '='
    };
    std::optional<Naming> named(std::string_view inside, std::size_t offset) const {
        const auto next = [&](std::size_t from) { return inside.find_first_not_of(" \t\n", from); };
        Naming naming;
        std::size_t start = next(0), end = word_end(inside, start);
        if (inside.substr(start, end - start) == "let" && next(end) != end) {
            naming.let = true;
            start = std::min(next(end), inside.size());
            end = word_end(inside, start);
        }
        naming.name = inside.substr(start, end - start);
        const std::size_t sign = next(end);
        if (naming.name.empty() || sign == std::string_view::npos || inside[sign] != '=') {
            if (naming.let)
                throw ParseError("'let' without a name and '='", offset + start,
                                 "it is written {let width = integer(1, n)}");
            return std::nullopt;
        }
        const auto taken = [&](const std::vector<std::string> &words) {
            return std::find(words.begin(), words.end(), naming.name) != words.end();
        };
        if (taken(names_) || taken(reserved_words()) || naming.name == "let" || find_call(naming.name) ||
            std::isdigit(static_cast<unsigned char>(naming.name[0])))
            throw ParseError("'" + naming.name + "' can't be the name of a number here", offset + start,
                             "sizes, functions and calls have theirs already; choose another");
        naming.after = sign + 1;
        return naming;
    }

    // A call, or an expression.
    TemplatePart valued(std::string_view inside, std::size_t offset) {
        const std::size_t start = inside.find_first_not_of(" \t\n");
        if (start == std::string_view::npos) throw ParseError("nothing after the '='", offset);
        const std::size_t end = word_end(inside, start);
        const std::string word(inside.substr(start, end - start));
        const std::size_t paren = inside.find_first_not_of(" \t\n", end);
        const bool parenthesis = !word.empty() && paren != std::string_view::npos && inside[paren] == '(' &&
                                 std::isalpha(static_cast<unsigned char>(word[0]));
        if (parenthesis) {
            if (const TemplateCall *call = find_call(word)) return called(*call, offset, inside, paren);
            const auto &functions = reserved_words();
            const bool known = std::find(names_.begin(), names_.end(), word) != names_.end() ||
                               std::find(functions.begin(), functions.end(), word) != functions.end();
            if (!known) {
                std::vector<std::string> names;
                for (const TemplateCall &one : template_calls())
                    names.push_back(one.name);
                throw ParseError("templates have no call '" + word + "'", offset + start,
                                 advise_nearest(word, names));
            }
        }
        TemplatePart part;
        part.kind = TemplatePart::Kind::expression;
        part.arguments = {expression(inside, offset)};
        return part;
    }

    Expression expression(std::string_view text, std::size_t offset) const {
        try {
            return parse_expression(text, names_);
        } catch (const ParseError &error) {
            const std::string_view rest = text.substr(std::min(error.offset, text.size()));
            const auto word = std::string(rest.substr(0, rest.find('(')));
            const TemplateCall *call = find_call(word);
            if (call && call->one_number)
                throw ParseError("'" + word + "' can't stand inside arithmetic", offset + error.offset,
                                 "name what it draws first: {let x = " + signature(*call) + "}");
            throw ParseError(error.what(), offset + error.offset, error.advice);
        }
    }

    TemplatePart called(const TemplateCall &call, std::size_t offset, std::string_view inside,
                        std::size_t paren) {
        const std::size_t last = inside.find_last_not_of(" \t\n");
        if (inside[last] != ')') throw ParseError("')' is missing at the end of the call", offset + last);
        TemplatePart part;
        part.kind = TemplatePart::Kind::call;
        part.text = call.name;
        std::vector<std::pair<std::size_t, std::size_t>> pieces; // of the arguments, split at outer commas
        int depth = 0;
        char quote = 0;
        std::size_t from = paren + 1;
        for (std::size_t i = from; i <= last; ++i) {
            const char c = inside[i];
            if (c == '\\' && quote)
                ++i;
            else if (is_quoted(c, quote))
                continue;
            else if (c == '(')
                ++depth;
            else if (c == ')' && depth-- > 0)
                continue;
            else if ((c == ',' && depth == 0) || i == last) {
                pieces.emplace_back(from, i);
                from = i + 1;
            }
        }
        if (pieces.size() != call.parameters.size() &&
            pieces.size() + call.optional != call.parameters.size())
            throw ParseError("the call has " + std::to_string(pieces.size()) + " argument(s)", offset + paren,
                             "it is written " + signature(call));
        for (std::size_t i = 0; i < pieces.size(); ++i) {
            const auto [begin, end] = pieces[i];
            const std::string_view piece = inside.substr(begin, end - begin);
            if (call.text_last && i + 1 == pieces.size())
                take_text(call, part, piece, offset + begin);
            else
                part.arguments.push_back(expression(piece, offset + begin));
        }
        return part;
    }

    void take_text(const TemplateCall &call, TemplatePart &part, std::string_view piece, std::size_t offset) {
        const std::size_t open = piece.find_first_of("\"'");
        const std::size_t close = open == std::string_view::npos ? open : piece.rfind(piece[open]);
        if (open == close)
            throw ParseError("a text in quotes is expected here", offset, "it is written " + signature(call));
        std::string text;
        for (std::size_t i = open + 1; i < close; ++i) {
            if (piece[i] == '\\' && i + 1 < close) {
                ++i;
                text += piece[i] == 'n' ? '\n' : piece[i] == 't' ? '\t' : piece[i];
            } else
                text += piece[i];
        }
        if (call.name == "letters" || call.name == "grid") {
            if (text.empty()) throw ParseError(call.name + "() has no letters to draw from", offset + open);
            part.letters = text;
            return;
        }
        try {
            part.inner = TemplateParser(text, names_).whole();
        } catch (const ParseError &error) {
            throw ParseError(error.what(), offset + open + 1 + error.offset, error.advice);
        }
    }

    std::string_view text_;
    std::vector<std::string> names_;
    std::size_t at_ = 0;
};

} // namespace

Template parse_template(std::string_view text, const std::vector<std::string> &sizes) {
    return TemplateParser(text, sizes).whole();
}

Template parse_argument(const Type &type, std::string_view text, const std::vector<std::string> &sizes) {
    TemplatePart part;
    part.kind = TemplatePart::Kind::argument;
    part.type = type;
    if (text.find('{') != std::string_view::npos && text.find_first_of("\"'") > text.find('{'))
        part.inner = parse_template(text, sizes);
    else
        try {
            part.inner = parse_template("{" + std::string(text) + "}", sizes);
        } catch (const ParseError &error) {
            throw ParseError(error.what(), error.offset > 0 ? error.offset - 1 : 0, error.advice);
        }
    Template whole;
    whole.source = std::string(text);
    whole.parts.push_back(std::move(part));
    return whole;
}

} // namespace iron
