#include "records/problem.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

#include "core/bound/print.h"
#include "core/nearest.h"
#include "core/words.h"
#include "records/template_sizes.h"

namespace iron {

std::vector<std::string> Problem::size_names() const {
    std::vector<std::string> names;
    for (const SizeRule &rule : sizes)
        names.push_back(rule.name);
    return names;
}

namespace {

// What it comes to where sizes grow: a plain number beside one in a minimum is how far is measured.
Expression without_caps(const Expression &one) {
    std::vector<Expression> of;
    for (const Expression &part : one->of)
        of.push_back(without_caps(part));
    if (one->kind == ExpressionNode::Kind::minimum && !sizes_in(one).empty())
        std::erase_if(of, [](const Expression &part) { return sizes_in(part).empty(); });
    if (of.empty()) return one;
    return one->kind == ExpressionNode::Kind::minimum && of.size() == 1 ? of[0]
                                                                        : make(one->kind, std::move(of));
}

} // namespace

std::vector<Relation> Problem::relations() const {
    std::vector<Relation> all;
    for (const SizeRule &rule : sizes) {
        if (!sizes_in(rule.from).empty()) all.push_back({rule.from, make_size(rule.name)});
        if (rule.to_is_relation()) all.push_back({make_size(rule.name), without_caps(rule.to)});
    }
    // Inputs that a size is too large for are left out: what every shape cuts it to bounds it as well.
    std::map<std::string, std::pair<Relation, std::size_t>> cuts; // in so many shapes
    for (const Shape &shape : shapes)
        if (shape.text)
            for (const Relation &one : relations_in(*shape.text))
                ++cuts.try_emplace(print(one.smaller) + " " + print(one.larger),
                                   Relation{one.smaller, without_caps(one.larger)}, 0)
                      .first->second.second;
    for (const auto &[written, cut] : cuts)
        if (cut.second == shapes.size()) all.push_back(cut.first);
    return all;
}

const Shape *Problem::shape(const std::string &name) const {
    for (const Shape &shape : shapes)
        if (shape.name == name) return &shape;
    return nullptr;
}

const Solution *Problem::solution(const std::string &name) const {
    for (const Solution &solution : solutions)
        if (solution.name == name) return &solution;
    return nullptr;
}

std::pair<double, double> range_of(const SizeRule &rule, const Sizes &others) {
    return {static_cast<double>(std::ceil(evaluate(rule.from, others))),
            static_cast<double>(std::floor(evaluate(rule.to, others)))};
}

double usual_of(const SizeRule &rule, const Sizes &others) {
    const auto [from, to] = range_of(rule, others);
    const double middle = std::round(std::sqrt(std::max(from, 1.0) * std::max(to, 1.0)));
    return std::max(from, std::min(rule.usual.value_or(middle), to));
}

Sizes complete_sizes(const Problem &problem, const Sizes &given) {
    std::vector<Finding> findings;
    for (const auto &[name, value] : given) {
        const auto names = problem.size_names();
        if (std::find(names.begin(), names.end(), name) == names.end())
            findings.push_back({"the problem has no size '" + name + "'", {}, advise_nearest(name, names)});
    }
    Sizes sizes;
    for (const SizeRule &rule : problem.sizes) {
        const auto found = given.find(rule.name);
        if (found == given.end()) {
            sizes[rule.name] = usual_of(rule, sizes);
            continue;
        }
        const auto [from, to] = range_of(rule, sizes);
        const double value = found->second;
        if (value != std::floor(value) || value < from || value > to)
            findings.push_back({fmt::format("{} = {} is not legal", rule.name, three_digits(value)),
                                {},
                                fmt::format("whole numbers from {} to {}{}", grouped(from), grouped(to),
                                            rule.to_is_relation() ? " at these sizes" : "")});
        sizes[rule.name] = value;
    }
    if (!findings.empty()) throw Error(Category::usage, std::move(findings));
    return sizes;
}

} // namespace iron
