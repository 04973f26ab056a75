#include "core/nearest.h"

#include <algorithm>
#include <cctype>

namespace iron {

int edit_distance(std::string_view a, std::string_view b) {
    std::vector<std::vector<int>> d(a.size() + 1, std::vector<int>(b.size() + 1));
    for (std::size_t i = 0; i <= a.size(); ++i)
        d[i][0] = static_cast<int>(i);
    for (std::size_t j = 0; j <= b.size(); ++j)
        d[0][j] = static_cast<int>(j);
    for (std::size_t i = 1; i <= a.size(); ++i)
        for (std::size_t j = 1; j <= b.size(); ++j) {
            const int replaced = d[i - 1][j - 1] + (a[i - 1] != b[j - 1]);
            d[i][j] = std::min({d[i - 1][j] + 1, d[i][j - 1] + 1, replaced});
            if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                d[i][j] = std::min(d[i][j], d[i - 2][j - 2] + 1);
        }
    return d[a.size()][b.size()];
}

std::string nearest(std::string_view word, const std::vector<std::string> &known) {
    const auto lower = [](std::string_view text) {
        std::string low(text);
        for (char &c : low)
            c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        return low;
    };
    std::string best;
    int least = std::max<int>(2, static_cast<int>(word.size()) / 3) + 1;
    for (const std::string &candidate : known) {
        const int distance = edit_distance(lower(word), lower(candidate));
        // A word all of whose letters would have to change is no mistyping.
        if (distance < least && distance < static_cast<int>(std::max(word.size(), candidate.size())))
            least = distance, best = candidate;
    }
    return best;
}

std::string advise_nearest(std::string_view word, const std::vector<std::string> &known) {
    if (const std::string near = nearest(word, known); !near.empty()) return "did you mean '" + near + "'?";
    std::string list;
    for (const std::string &name : known)
        list += (list.empty() ? "known: " : ", ") + name;
    return list;
}

} // namespace iron
