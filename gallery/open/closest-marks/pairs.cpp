#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <vector>

int main() {
    int n;
    if (std::scanf("%d", &n) != 1) return 1;
    std::vector<int> marks(n);
    for (int &one : marks)
        if (std::scanf("%d", &one) != 1) return 1;
    int best = 1 << 30;
    for (int i = 0; i < n; i++)
        for (int j = 0; j < i; j++) best = std::min(best, std::abs(marks[i] - marks[j]));
    std::printf("%d\n", best);
}
