#include "records/template.h"

#include <algorithm>
#include <cctype>

#include "core/bound/parse.h"
#include "core/nearest.h"

namespace iron {

const std::vector<TemplateCall> &template_calls() {
    static const std::vector<TemplateCall> calls = {
        {"integers", {"count", "low", "high"}, false},
        {"distinct", {"count", "low", "high"}, false},
        {"permutation", {"count"}, false},
        {"rising", {"count", "low", "high"}, false},
        {"falling", {"count", "low", "high"}, false},
        {"almost_rising", {"count", "swaps"}, false},
        {"repeated", {"count", "value"}, false},
        {"counting", {"count", "first"}, false},
        {"alternating", {"count", "first", "second"}, false},
        {"letters", {"count", "text"}, true},
        {"rows", {"count", "text"}, true},
        {"tree", {"nodes"}, false},
        {"graph", {"nodes", "edges"}, false},
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
    std::string text = call.name + "(";
    for (std::size_t i = 0; i < call.parameters.size(); ++i) {
        const bool quoted = call.text_last && i + 1 == call.parameters.size();
        text += (i ? ", " : "") + (quoted ? "\"" + call.parameters[i] + "\"" : call.parameters[i]);
    }
    return text + ")";
}

class TemplateParser {
  public:
    TemplateParser(std::string_view text, const std::vector<std::string> &sizes)
        : text_(text), sizes_(sizes) {}

    Template whole() {
        Template result;
        result.source = std::string(text_);
        std::string plain;
        const auto flush = [&] {
            if (!plain.empty())
                result.parts.push_back({TemplatePart::Kind::text, std::move(plain), {}, {}, {}});
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
    // The matching '}' of the '{' at `open`; quoted text may hold braces.
    std::size_t closing(std::size_t open) const {
        bool quoted = false;
        for (std::size_t i = open + 1; i < text_.size(); ++i) {
            if (text_[i] == '\\' && quoted)
                ++i;
            else if (text_[i] == '"')
                quoted = !quoted;
            else if (text_[i] == '}' && !quoted)
                return i;
        }
        throw ParseError("a '{' without its '}'", open, "a brace that is meant is written '{{'");
    }

    TemplatePart braced() {
        const std::size_t open = at_, close = closing(open);
        at_ = close + 1;
        const std::string_view inside = text_.substr(open + 1, close - open - 1);
        const std::size_t start = inside.find_first_not_of(" \t\n");
        if (start == std::string_view::npos) throw ParseError("nothing between the braces", open);
        std::size_t end = start;
        while (end < inside.size() &&
               (std::isalnum(static_cast<unsigned char>(inside[end])) || inside[end] == '_'))
            ++end;
        const std::string word(inside.substr(start, end - start));
        const std::size_t paren = inside.find_first_not_of(" \t\n", end);
        const bool parenthesis = !word.empty() && paren != std::string_view::npos && inside[paren] == '(' &&
                                 std::isalpha(static_cast<unsigned char>(word[0]));
        if (parenthesis) {
            if (const TemplateCall *call = find_call(word)) return called(*call, open + 1, inside, paren);
            const auto &functions = reserved_words();
            const bool known = std::find(sizes_.begin(), sizes_.end(), word) != sizes_.end() ||
                               std::find(functions.begin(), functions.end(), word) != functions.end();
            if (!known) {
                std::vector<std::string> names;
                for (const TemplateCall &one : template_calls())
                    names.push_back(one.name);
                throw ParseError("templates have no call '" + word + "'", open + 1 + start,
                                 advise_nearest(word, names));
            }
        }
        return {TemplatePart::Kind::expression, "", {expression(inside, open + 1)}, "", {}};
    }

    Expression expression(std::string_view text, std::size_t offset) const {
        try {
            return parse_expression(text, sizes_);
        } catch (const ParseError &error) {
            throw ParseError(error.what(), offset + error.offset, error.advice);
        }
    }

    TemplatePart called(const TemplateCall &call, std::size_t offset, std::string_view inside,
                        std::size_t paren) {
        const std::size_t last = inside.find_last_not_of(" \t\n");
        if (inside[last] != ')') throw ParseError("')' is missing at the end of the call", offset + last);
        TemplatePart part{TemplatePart::Kind::call, call.name, {}, "", {}};
        std::vector<std::pair<std::size_t, std::size_t>> pieces; // of the arguments, split at outer commas
        int depth = 0;
        bool quoted = false;
        std::size_t from = paren + 1;
        for (std::size_t i = from; i <= last; ++i) {
            const char c = inside[i];
            if (c == '\\' && quoted)
                ++i;
            else if (c == '"')
                quoted = !quoted;
            else if (quoted)
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
        if (pieces.size() != call.parameters.size())
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
        const std::size_t open = piece.find('"'), close = piece.rfind('"');
        if (open == std::string_view::npos || open == close)
            throw ParseError("a text in quotes is expected here", offset, "it is written " + signature(call));
        std::string text;
        for (std::size_t i = open + 1; i < close; ++i) {
            if (piece[i] == '\\' && i + 1 < close) {
                ++i;
                text += piece[i] == 'n' ? '\n' : piece[i] == 't' ? '\t' : piece[i];
            } else
                text += piece[i];
        }
        if (call.name == "letters") {
            if (text.empty()) throw ParseError("letters() has no letters to draw from", offset + open);
            part.letters = text;
            return;
        }
        try {
            part.inner = TemplateParser(text, sizes_).whole();
        } catch (const ParseError &error) {
            throw ParseError(error.what(), offset + open + 1 + error.offset, error.advice);
        }
    }

    std::string_view text_;
    const std::vector<std::string> &sizes_;
    std::size_t at_ = 0;
};

} // namespace

Template parse_template(std::string_view text, const std::vector<std::string> &sizes) {
    return TemplateParser(text, sizes).whole();
}

std::set<std::string> sizes_in(const Template &text) {
    std::set<std::string> all;
    for (const TemplatePart &part : text.parts) {
        for (const Expression &argument : part.arguments)
            all.merge(sizes_in(argument));
        all.merge(sizes_in(part.inner));
    }
    return all;
}

} // namespace iron
