#include "views/progress.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

#include "views/text.h"

namespace iron {

std::string progress_line(const Progress &progress, std::size_t width) {
    std::string line = progress.phase;
    if (progress.budget_s > 0) {
        const double share = std::clamp(progress.spent_s / progress.budget_s, 0.0, 1.0);
        const double left = std::max(0.0, progress.budget_s - progress.spent_s);
        line += fmt::format("  {:3.0f} %  {:.0f} s left", std::floor(100 * share), std::ceil(left));
    }
    if (!progress.doing.empty()) line += "  " + progress.doing;
    return cut_to(line, width);
}

} // namespace iron
