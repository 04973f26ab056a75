#include "records/problem_by_argument.h"

#include <fmt/format.h>

namespace iron {

bool ByArgument::needs_call(const toml::node &node, const char *key) {
    if (call_) return true;
    reader_.fault(node.source(), std::string("'") + key + "' by argument needs 'call' above all tables",
                  "for example:  call = \"best_climb(levels: list of int, most: int) -> int\"");
    return false;
}

std::vector<std::string> ByArgument::argument_names() const {
    std::vector<std::string> names;
    for (const Parameter &one : call_->takes)
        names.push_back(one.name);
    return names;
}

std::optional<Template> ByArgument::shape(const toml::table &shape, const std::string &name) {
    const toml::table *takes = reader_.table(shape, "takes");
    if (!takes || !needs_call(*takes, "takes")) return std::nullopt;
    reader_.only(*takes, argument_names(), "in 'takes' of the shape '" + name + "'");
    Template whole;
    for (const Parameter &parameter : call_->takes) {
        const toml::node *node = takes->get(parameter.name);
        if (!node) {
            reader_.fault(takes->source(),
                          "the shape '" + name + "' does not say how to make '" + parameter.name + "'");
            continue;
        }
        const auto number = node->value_exact<std::int64_t>();
        const auto text = number ? std::to_string(*number) : reader_.text(*takes, parameter.name.c_str());
        if (!text) continue;
        try {
            Template one = parse_argument(parameter.type, *text, sizes_);
            whole.source += (whole.source.empty() ? "" : "; ") + parameter.name + " = " + one.source;
            whole.parts.push_back(std::move(one.parts.front()));
        } catch (const ParseError &error) {
            reader_.fault_in_text(*node, *text, error);
        }
    }
    return whole;
}

// A value as a sample gives it, as the text that solutions read.
std::string ByArgument::value(const Type &type, const toml::node &node) {
    using Kind = Type::Kind;
    const auto one_line = [&](const std::string &text) {
        if (text.find('\n') != std::string::npos)
            reader_.fault(node.source(), "a text can't hold a line break");
        return text;
    };
    if (type.kind == Kind::integer && node.is_integer())
        return std::to_string(*node.value<std::int64_t>()) + "\n";
    if (type.kind == Kind::real && node.is_number()) return fmt::format("{}\n", *node.value<double>());
    if (type.kind == Kind::truth && node.is_boolean()) return *node.value<bool>() ? "true\n" : "false\n";
    if (type.kind == Kind::text && node.is_string()) return one_line(*node.value<std::string>()) + "\n";
    const toml::array *list = node.as_array();
    std::string text;
    if (type.kind == Kind::pair && list && list->size() == 2)
        return value(type.parts[0], *list->get(0)) + value(type.parts[1], *list->get(1));
    if (type.kind == Kind::list && list) {
        const Type &element = type.parts[0];
        const bool on_one_line = element.is_one_word();
        text = std::to_string(list->size()) + "\n";
        for (std::size_t i = 0; i < list->size(); ++i) {
            std::string one = value(element, *list->get(i));
            if (on_one_line && !one.empty()) one.back() = i + 1 < list->size() ? ' ' : '\n';
            text += one;
        }
        return on_one_line && list->empty() ? text + "\n" : text;
    }
    reader_.fault(node.source(), "this is no " + word_for(type), "'call' says what is expected");
    return "";
}

std::optional<std::string> ByArgument::given(const toml::table &sample) {
    const toml::table *by_argument = sample.get_as<toml::table>("given");
    if (!by_argument) return reader_.text(sample, "given");
    if (!needs_call(*by_argument, "given")) return std::nullopt;
    reader_.only(*by_argument, argument_names(), "in 'given' of a sample");
    std::string text;
    for (const Parameter &parameter : call_->takes) {
        const toml::node *node = by_argument->get(parameter.name);
        if (node)
            text += value(parameter.type, *node);
        else
            reader_.fault(by_argument->source(), "the sample gives no '" + parameter.name + "'");
    }
    return text;
}

std::optional<std::string> ByArgument::answer(const toml::table &sample) {
    const toml::node *node = sample.get("answer");
    if (!node || !call_) return reader_.text(sample, "answer");
    const std::optional<std::string> whole = node->value_exact<std::string>();
    // Answers of solutions that read text are given as such.
    if (whole && (call_->gives.kind != Type::Kind::text || whole->find('\n') != std::string::npos))
        return whole;
    return value(call_->gives, *node);
}

} // namespace iron
