#include "core/student.h"

#include <boost/math/distributions/students_t.hpp>

namespace iron {

namespace {

using boost::math::policies::policy;
using boost::math::policies::promote_double;
// Doubles are exact enough, and compile and run in half the time.
using Students = boost::math::students_t_distribution<double, policy<promote_double<false>>>;

} // namespace

double student_below(double x, double degrees_of_freedom) {
    return boost::math::cdf(Students(degrees_of_freedom), x);
}

double student_quantile(double share, double degrees_of_freedom) {
    return boost::math::quantile(Students(degrees_of_freedom), share);
}

} // namespace iron
