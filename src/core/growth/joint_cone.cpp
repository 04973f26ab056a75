#include "core/growth/joint_cone.h"

#include <algorithm>
#include <cmath>

#include "core/bound/rounded.h"
#include "core/growth/least_squares.h"

namespace iron {

CellTerm at_cells(const JointTerm &term, const std::vector<Sizes> &cells) {
    CellTerm at;
    at.term = &term;
    for (const Sizes &sizes : cells)
        at.log_values.push_back(evaluate_log(term.expression, sizes));
    at.log_unit = quantile(at.log_values, 0.5);
    for (const double value : at.log_values)
        at.column.push_back(std::exp(value - at.log_unit));
    return at;
}

namespace {

// Quantile over the cells of ln(a / b), in units of their middle values.
double log_ratio(const CellTerm &a, const CellTerm &b, double share) {
    std::vector<double> ratios;
    for (std::size_t i = 0; i < a.column.size(); ++i)
        ratios.push_back(a.log_values[i] - a.log_unit - b.log_values[i] + b.log_unit);
    // At least three cells above.
    const double k = static_cast<double>(ratios.size());
    return quantile(std::move(ratios), std::min(share, (k - 4) / (k - 1)));
}

// How much of every lead comes with one of each: M = (I - D)^-1, D_ij = 1 / quantile(r_i / r_j). Nothing
// where that has no sense: the spectral radius of D is near 1.
std::optional<SquareMatrix> shares_of(const std::vector<const CellTerm *> &leads) {
    constexpr double corner = 0.88, largest_radius = 0.95;
    const std::size_t count = leads.size();
    SquareMatrix without{count, std::vector<double>(count * count, 1)}; // I - D
    for (std::size_t i = 0; i < count; ++i)
        for (std::size_t j = 0; j < count; ++j)
            if (i != j) without.values[i * count + j] = -std::exp(-log_ratio(*leads[i], *leads[j], corner));
    if (count == 2 && without(0, 1) * without(1, 0) > largest_radius * largest_radius) return std::nullopt;
    if (count > 2) { // by powers of D + 0.1 I: the matrix is nonnegative
        std::vector<double> direction(count, 1);
        double radius = 0;
        for (int step = 0; step < 60; ++step) {
            std::vector<double> next(count, 0);
            for (std::size_t i = 0; i < count; ++i)
                for (std::size_t j = 0; j < count; ++j)
                    next[i] += (i == j ? 0.1 : -without(i, j)) * direction[j];
            const double most = *std::max_element(next.begin(), next.end());
            radius = most - 0.1;
            for (double &value : next)
                value /= most;
            direction = std::move(next);
        }
        if (radius > largest_radius) return std::nullopt;
    }
    return inverse_of(without);
}

Generator with(const Generator &base, std::size_t part, const Column &column, double factor) {
    Generator sum = base;
    for (std::size_t i = 0; i < column.size(); ++i)
        sum.column[i] += factor * column[i];
    sum.parts.push_back({part, factor});
    return sum;
}

// The generator with one lead's values replaced.
Generator replaced(const Generator &base, double share, const Column &lead, const Column &by) {
    Generator other = base;
    for (std::size_t i = 0; i < lead.size(); ++i)
        other.column[i] += share * (by[i] - lead[i]);
    return other;
}

void add_waves(const Generator &base, double share, const CellTerm &lead, const std::vector<Sizes> &cells,
               std::vector<Generator> &generators) {
    const Expression &expression = lead.term->expression;
    const std::size_t count = cells.size();
    for (const Rounding rounding : {Rounding::up, Rounding::down}) {
        Column rounded;
        bool differs = false;
        for (std::size_t i = 0; i < count; ++i) {
            rounded.push_back(std::exp(rounded_log(expression, cells[i], rounding) - lead.log_unit));
            differs = differs || std::abs(rounded[i] - lead.column[i]) > 1e-9 * lead.column[i];
        }
        if (differs) generators.push_back(replaced(base, share, lead.column, rounded));
    }
    for (const std::string &name : sizes_in(expression)) {
        Generator wave = base;
        for (std::size_t i = 0; i < count; ++i) {
            const double size = std::max(cells[i].at(name), 2.0);
            wave.column[i] *= std::exp2(std::ceil(std::log2(size) - 1e-9)) / size;
        }
        generators.push_back(std::move(wave));
    }
}

} // namespace

std::optional<std::vector<Generator>> joint_cone(const std::vector<const CellTerm *> &leads,
                                                 const std::vector<LowTerm> &lows,
                                                 const std::vector<Sizes> &cells,
                                                 const std::vector<Relation> &relations, double taken_off,
                                                 bool waves) {
    constexpr double two_thirds = 0.67;
    const auto shares = shares_of(leads);
    if (!shares) return std::nullopt;
    const std::size_t count = cells.size();
    std::vector<Generator> generators;
    std::vector<Generator> of_lead;
    for (std::size_t j = 0; j < leads.size(); ++j) {
        Generator one{Column(count, 0), {}};
        for (std::size_t i = 0; i < leads.size(); ++i)
            if (const double share = (*shares)(i, j); share > 0) one = with(one, i, leads[i]->column, share);
        of_lead.push_back(one);
        generators.push_back(std::move(one));
    }
    for (std::size_t h = 0; h < lows.size(); ++h)
        for (std::size_t j = 0; j < leads.size(); ++j) {
            if (!lows[h].below[j]) continue;
            const CellTerm &low = *lows[h].term;
            const double often = std::exp(log_ratio(*leads[j], low, two_thirds));
            Generator scaled = of_lead[j];
            for (double &value : scaled.column)
                value /= often;
            for (auto &[part, share] : scaled.parts)
                share /= often;
            generators.push_back(with(scaled, leads.size() + h, low.column, 1));
            if (taken_off == 0) continue;
            double least = 1e300;
            for (std::size_t i = 0; i < count; ++i)
                least = std::min(least, leads[j]->column[i] / low.column[i]);
            generators.push_back(with(of_lead[j], leads.size() + h, low.column, -taken_off * least));
        }
    for (const Relation &relation : relations)
        for (const Generator &lead : of_lead) {
            Generator left = lead;
            for (std::size_t i = 0; i < count; ++i) {
                const double larger = static_cast<double>(evaluate(relation.larger, cells[i]));
                const double smaller = static_cast<double>(evaluate(relation.smaller, cells[i]));
                left.column[i] *= std::max(larger - smaller + 1, 1.0) / std::max(larger, 1.0);
            }
            generators.push_back(std::move(left));
        }
    if (waves)
        for (std::size_t j = 0; j < leads.size(); ++j)
            add_waves(of_lead[j], (*shares)(j, j), *leads[j], cells, generators);
    return generators;
}

} // namespace iron
