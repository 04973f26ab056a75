// Expressions in the sizes of a problem: what bounds, template arguments and relations are written in.
#pragma once

#include <map>
#include <memory>
#include <set>
#include <string>
#include <vector>

namespace iron {

struct ExpressionNode;
// An immutable tree; parts are shared between copies. Never null.
using Expression = std::shared_ptr<const ExpressionNode>;

struct ExpressionNode {
    enum class Kind {
        number,
        size,
        sum,        // of two or more
        difference, // of two
        product,    // of two or more
        quotient,   // of two
        power,      // base, exponent
        negative,
        factorial,
        logarithm, // base 2; a bound does not care for the base
        natural_logarithm,
        square_root,
        cube_root,
        floor,   // the whole number at or below; no growth of its own
        minimum, // of one or more
        maximum,
    };
    Kind kind;
    long double number = 0; // 64 bits of mantissa: every 64-bit integer is exact
    std::string name;       // of a size
    std::vector<Expression> of;
};

Expression make_number(long double value);
Expression make_size(std::string name);
Expression make(ExpressionNode::Kind kind, std::vector<Expression> of);

// A size's value by its name.
using Sizes = std::map<std::string, double>;

// Value at the given sizes. log x is taken as 1 for x < 2. The factorial of x is gamma(x + 1). May be
// infinite or not a number, as arithmetic is. Throws Error (usage) for a size that is not given.
long double evaluate(const Expression &expression, const Sizes &sizes);

// Natural logarithm of the value, computed in logarithms, so that 2^100000 is no trouble. -infinity for
// values at or below 0.
double evaluate_log(const Expression &expression, const Sizes &sizes);

// Names of the sizes that occur.
std::set<std::string> sizes_in(const Expression &expression);

// The same with these sizes' values in their places.
Expression with_values(const Expression &expression, const Sizes &sizes);

// True where no other size than these occurs.
bool names_all(const std::vector<std::string> &names, const Expression &expression);

} // namespace iron
