// The part of the search that ranks what may lead, so that the best alone are fitted.
#include <algorithm>
#include <cmath>
#include <limits>

#include "core/growth/gram.h"
#include "core/growth/search.h"

namespace iron {

// Screens: leads and lows mixed freely, without the cone. Where sizes are related a lead may also be what the
// relation leaves of it, and next to where that ends places have less of a say.
void Search::prepare_screen() {
    Column left(design_.places().size(), 1), target = scored_.target();
    for (std::size_t i = 0; i < left.size(); ++i) {
        for (const Relation &relation : design_.catalogue().relations())
            left[i] = std::min(left[i], share_left(relation, design_.places()[i], 0));
        target[i] *= left[i];
    }
    for (const int lead : listed_)
        design_.lows_of(lead); // may add terms
    const std::size_t count = design_.count();
    std::vector<Column> columns;
    const auto add = [&](Column column, bool of_what_is_left) {
        double squares = 0;
        for (std::size_t i = 0; i < column.size(); ++i) {
            column[i] *= scored_.weights()[i] * (of_what_is_left ? left[i] * left[i] : left[i]);
            squares += column[i] * column[i];
        }
        for (double &value : column)
            value /= std::sqrt(std::max(squares, 1e-300));
        columns.push_back(std::move(column));
    };
    are_related_ = !design_.catalogue().relations().empty();
    for (const bool of_what_is_left : {false, true})
        for (std::size_t at = 0; at < count && (are_related_ || !of_what_is_left); ++at)
            add(design_.term(static_cast<int>(at)).column, of_what_is_left);
    screened_ = count;
    screen_ = normal_equations(columns, target);
    for (const double value : target)
        squares_ += value * value;
}

Search::Screened Search::screened(const TermSet &set) {
    columns_.assign(set.begin(), set.end());
    for (const int lead : set)
        for (const int low : design_.lows_of(lead))
            if (std::find(columns_.begin(), columns_.end(), low) == columns_.end()) columns_.push_back(low);
    if (columns_.size() > most_gram_columns) columns_.resize(most_gram_columns);
    for (const int column : columns_)
        if (column >= static_cast<int>(screened_))
            return {-std::numeric_limits<double>::infinity(), false, set};
    const std::size_t whole = columns_.size();
    if (are_related_)
        for (const int lead : set)
            if (columns_.size() < most_gram_columns) columns_.push_back(lead + static_cast<int>(screened_));
    double c[most_gram_columns];
    LeastSquares solved;
    solved.active =
        nonnegative_by_gram(screen_.gram.data(), screen_.h.data(),
                            static_cast<int>(are_related_ ? 2 * screened_ : screened_), columns_, c);
    solved.chi2 = squares_; // at the least the gradient of what is above 0 is none
    for (std::size_t i = 0; i < columns_.size(); ++i)
        solved.chi2 -= c[i] * screen_.h[columns_[i]];
    bool leads = true;
    for (std::size_t i = 0; i < set.size(); ++i)
        leads = leads && (c[i] > 0 || (whole + i < columns_.size() && c[whole + i] > 0));
    return {scored_.score(solved, scored_.prior_of(set)), leads, set};
}

} // namespace iron
