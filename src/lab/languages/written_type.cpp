#include "lab/languages/written_type.h"

#include <algorithm>
#include <cctype>

#include "lab/languages/language.h"

namespace iron {

namespace {

using Kind = Type::Kind;

std::string without(std::string text, const std::string &word) {
    for (std::size_t at = 0; (at = text.find(word, at)) != std::string::npos;) {
        const bool alone = (at == 0 || !std::isalnum(static_cast<unsigned char>(text[at - 1]))) &&
                           (at + word.size() >= text.size() ||
                            !std::isalnum(static_cast<unsigned char>(text[at + word.size()])) ||
                            !std::isalnum(static_cast<unsigned char>(word.back())));
        if (alone)
            text.erase(at, word.size());
        else
            at += word.size();
    }
    return text;
}

std::string compact(const std::string &text) {
    std::string all;
    for (const char c : text)
        if (!std::isspace(static_cast<unsigned char>(c))) all += c;
    return all;
}

Type list_of(Type element) { return {Kind::list, {std::move(element)}}; }

std::optional<Type> pair_of(const std::vector<std::string> &parts) {
    if (parts.size() != 2) return std::nullopt;
    const auto first = type_written(parts[0]), second = type_written(parts[1]);
    if (!first || !second) return std::nullopt;
    return Type{Kind::pair, {*first, *second}};
}

} // namespace

std::optional<Type> type_written(std::string text) {
    for (const char *word : {"const", "final", "mut", "std::", "&", "static", "inline", "pub", "public",
                             "private", "protected", "constexpr", "typing."})
        text = without(text, word);
    if (const std::size_t lifetime = text.find('\''); lifetime != std::string::npos)
        text.erase(lifetime, text.find(' ', lifetime) - lifetime);
    if (text.find("char *") != std::string::npos || text.find("char*") != std::string::npos)
        return Type{Kind::text, {}};
    // Words of one type stand apart: "long long", "unsigned int".
    static const std::vector<std::string> whole = {"int", "long", "short", "unsigned", "signed"};
    std::string plain = compact(text);
    bool is_whole = !plain.empty();
    for (std::string rest = plain; is_whole && !rest.empty();) {
        const auto word = std::find_if(whole.begin(), whole.end(),
                                       [&](const std::string &one) { return rest.starts_with(one); });
        if (word == whole.end())
            is_whole = false;
        else
            rest.erase(0, word->size());
    }
    if (is_whole) return Type{Kind::integer, {}};
    if (is_one_of(plain, {"i8",       "i16",      "i32",     "i64",   "i128",   "isize",   "u8",
                          "u16",      "u32",      "u64",     "usize", "size_t", "int64_t", "int32_t",
                          "uint32_t", "uint64_t", "Integer", "Long",  "number", "bigint"}))
        return Type{Kind::integer, {}};
    if (is_one_of(plain, {"float", "double", "f32", "f64", "Double", "Float"})) return Type{Kind::real, {}};
    if (is_one_of(plain, {"bool", "boolean", "Boolean", "_Bool"})) return Type{Kind::truth, {}};
    if (is_one_of(plain, {"string", "String", "str", "char", "string_view", "Character"}))
        return Type{Kind::text, {}};
    if (is_one_of(plain, {"list", "List", "Array"})) return list_of({Kind::integer, {}});
    const auto element = [&](const std::string &of) -> std::optional<Type> {
        auto type = type_written(of);
        return type ? std::optional(list_of(std::move(*type))) : std::nullopt;
    };
    if (plain.ends_with("[]")) return element(plain.substr(0, plain.size() - 2));
    if (plain.starts_with("[") && plain.ends_with("]")) return element(plain.substr(1, plain.size() - 2));
    if (plain.starts_with("(") && plain.ends_with(")"))
        return pair_of(split_at_commas(plain.substr(1, plain.size() - 2)));
    const std::size_t open = plain.find_first_of("<[");
    if (open == std::string::npos || plain.size() < open + 2) return std::nullopt;
    const std::string outer = plain.substr(0, open), inner = plain.substr(open + 1, plain.size() - open - 2);
    if (is_one_of(outer, {"vector", "list", "deque", "span", "Vec", "List", "ArrayList", "LinkedList",
                          "Sequence", "Iterable", "Array", "Collection"}))
        return element(split_at_commas(inner).empty() ? "" : split_at_commas(inner)[0]);
    if (is_one_of(outer, {"pair", "tuple", "Tuple"})) return pair_of(split_at_commas(inner));
    return std::nullopt;
}

WrittenParameter parameter_written(const std::string &text) {
    const std::string head = text.substr(0, text.find('='));
    // "levels: List[int]", but not "std::vector<int> levels".
    for (std::size_t at = head.find(':'); at != std::string::npos; at = head.find(':', at + 2))
        if (at + 1 < head.size() && head[at + 1] != ':') {
            std::string name = compact(head.substr(0, at));
            if (name.starts_with("mut"))
                name = compact(head.substr(head.find("mut ") + 4, at - head.find("mut ") - 4));
            return {name, type_written(head.substr(at + 1))};
        }
    std::size_t end = head.size();
    std::string arrays;
    while (end > 0 && !is_word(head[end - 1]))
        if (head[--end] == '[') arrays += "[]"; // int levels[]
    std::size_t from = end;
    while (from > 0 && is_word(head[from - 1]))
        --from;
    const std::string type = head.substr(0, from);
    WrittenParameter one{head.substr(from, end - from), std::nullopt};
    if (!compact(type).empty()) one.type = type_written(type + arrays);
    return one;
}

WrittenHead head_written(const FoundFunction &function, const std::string &comment, bool pairs_of_c) {
    WrittenHead head;
    for (std::size_t i = 0; i < function.takes.size(); ++i) {
        const std::string &text = function.takes[i];
        if (text == "void" || (i == 0 && is_receiver(text))) continue;
        WrittenParameter one = parameter_written(text);
        const bool is_pointer = pairs_of_c && text.find_first_of("*[") != std::string::npos;
        if (is_pointer && text.find("char") == std::string::npos) {
            std::string element = text.substr(0, text.find_first_of("*["));
            if (text.find('*') == std::string::npos) element.erase(element.find_last_of(' ') + 1);
            // The pointers behind the last list are for the answer.
            if (i + 1 >= function.takes.size() || (text.find("**") != std::string::npos)) {
                auto answer = type_written(element);
                if (answer && !head.gives) head.gives = list_of(std::move(*answer));
                continue;
            }
            auto type = type_written(element);
            one.type = type ? std::optional(list_of(std::move(*type))) : std::nullopt;
            ++i; // its length
        }
        if (!one.type) {
            const auto said = found_in(
                comment,
                ("@param[[:space:]]*\\{([^}]*)\\}[[:space:]]*" + as_pattern(one.name) + "([^[:alnum:]_$]|$)")
                    .c_str(),
                1);
            if (!said.empty()) one.type = type_written(said[0]);
        }
        head.takes.push_back(std::move(one));
    }
    std::string gives = function.before;
    if (function.behind.starts_with("->")) gives = function.behind.substr(2);
    if (gives.ends_with(":")) gives.pop_back(); // of Python
    gives = gives.substr(0, gives.find(" where "));
    const auto said = found_in(comment, "@returns?[[:space:]]*\\{([^}]*)\\}", 1);
    head.gives_nothing =
        is_one_of(compact(without(without(gives, "static"), "public")), {"void", "None", "()"}) ||
        (!said.empty() && said[0] == "void");
    if (!head.gives) {
        const bool is_pointer =
            pairs_of_c && gives.find('*') != std::string::npos && gives.find("char") == std::string::npos;
        auto type = type_written(is_pointer ? gives.substr(0, gives.find('*')) : gives);
        if (type) head.gives = is_pointer ? list_of(std::move(*type)) : *type;
    }
    if (!head.gives && !said.empty()) head.gives = type_written(said[0]);
    // Rust says by leaving it out that nothing is returned.
    if (function.behind.empty() && function.before.find("fn") != std::string::npos) head.gives_nothing = true;
    return head;
}

} // namespace iron
