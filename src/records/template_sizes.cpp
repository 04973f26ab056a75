#include "records/template_sizes.h"

#include <algorithm>
#include <optional>

#include "core/bound/print.h"

namespace iron {

std::set<std::string> sizes_in(const Template &text) {
    std::set<std::string> all, own;
    for (const TemplatePart &part : text.parts) {
        for (const Expression &argument : part.arguments)
            all.merge(sizes_in(argument));
        all.merge(sizes_in(part.inner));
        if (!part.name.empty()) own.insert(part.name);
    }
    std::erase_if(all, [&](const std::string &name) { return own.contains(name); });
    return all;
}

namespace {

// Names that the template gives have values where they are reckoned from sizes alone; what it draws counts as
// the same where what it is drawn from is.
class Comparison {
  public:
    Comparison(Sizes here, Sizes there) : here_(std::move(here)), there_(std::move(there)) {}

    bool same(const Template &text) {
        return std::all_of(text.parts.begin(), text.parts.end(),
                           [&](const TemplatePart &part) { return same(part); });
    }

  private:
    bool is_known(const Expression &expression) const {
        const std::set<std::string> names = sizes_in(expression);
        return std::all_of(names.begin(), names.end(),
                           [&](const std::string &name) { return here_.contains(name); });
    }
    bool same(const Expression &expression) const {
        if (is_known(expression)) return evaluate(expression, here_) == evaluate(expression, there_);
        return std::all_of(expression->of.begin(), expression->of.end(),
                           [&](const Expression &part) { return same(part); });
    }
    bool same(const TemplatePart &part) {
        const bool is_reckoned =
            part.kind == TemplatePart::Kind::expression && !part.name.empty() && is_known(part.arguments[0]);
        if (is_reckoned && !part.is_printed) return name(part); // what it is used for tells
        for (const Expression &argument : part.arguments)
            if (!same(argument)) return false;
        return same(part.inner) && (!is_reckoned || name(part));
    }
    bool name(const TemplatePart &part) {
        for (Sizes *values : {&here_, &there_})
            (*values)[part.name] = static_cast<double>(evaluate(part.arguments[0], *values));
        return true;
    }

    Sizes here_, there_;
};

} // namespace

namespace {

bool is_size(const Expression &one, const std::string &name) {
    return one->kind == ExpressionNode::Kind::size && one->name == name;
}

// Where a size stands in a template, and what it is cut to there.
class Occurrences {
  public:
    explicit Occurrences(std::string size) : size_(std::move(size)) {}

    void look_in(const Template &text) {
        for (const TemplatePart &part : text.parts) {
            for (const Expression &argument : part.arguments)
                look_in(argument);
            look_in(part.inner);
            if (!part.name.empty()) own_.insert(part.name);
        }
    }
    // Nothing where it stands uncut as well, or is cut in two ways.
    std::optional<Relation> relation() const {
        if (uncut_ || !cut_to_) return std::nullopt;
        for (const std::string &name : sizes_in(cut_to_))
            if (own_.contains(name)) return std::nullopt;
        return Relation{make_size(size_), cut_to_};
    }

  private:
    void look_in(const Expression &expression) {
        using Kind = ExpressionNode::Kind;
        if (is_size(expression, size_)) uncut_ = true;
        const std::vector<Expression> &of = expression->of;
        if (expression->kind == Kind::minimum && of.size() == 2)
            for (const std::size_t at : {0, 1})
                if (is_size(of[at], size_) && !sizes_in(of[1 - at]).contains(size_)) {
                    uncut_ = uncut_ || (cut_to_ && print(cut_to_) != print(of[1 - at]));
                    cut_to_ = of[1 - at];
                    return;
                }
        for (const Expression &part : of)
            look_in(part);
    }

    std::string size_;
    std::set<std::string> own_; // names that the template gives
    Expression cut_to_;
    bool uncut_ = false;
};

} // namespace

std::vector<Relation> relations_in(const Template &text) {
    std::vector<Relation> relations;
    for (const std::string &size : sizes_in(text)) {
        Occurrences all(size);
        all.look_in(text);
        if (auto relation = all.relation()) relations.push_back(std::move(*relation));
    }
    return relations;
}

bool asks_the_same(const Template &text, const Sizes &here, const Sizes &there) {
    return Comparison(here, there).same(text);
}

} // namespace iron
