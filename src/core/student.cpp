#include "core/student.h"

#include <boost/math/distributions/students_t.hpp>

namespace iron {

double student_below(double x, double degrees_of_freedom) {
    return boost::math::cdf(boost::math::students_t(degrees_of_freedom), x);
}

double student_quantile(double share, double degrees_of_freedom) {
    return boost::math::quantile(boost::math::students_t(degrees_of_freedom), share);
}

} // namespace iron
