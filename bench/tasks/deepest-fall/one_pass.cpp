#include <algorithm>
#include <vector>
// Time: O(n), Space: O(1)
int deepestFall(const std::vector<int> &levels) {
    int highest = levels[0], fall = 0;
    for (int level : levels) {
        highest = std::max(highest, level);
        fall = std::max(fall, highest - level);
    }
    return fall;
}
