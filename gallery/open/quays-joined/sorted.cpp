#include <algorithm>
#include <array>
#include <cstdio>
#include <numeric>
#include <vector>

static std::vector<int> up;

static int root(int x) {
    while (up[x] != x) x = up[x] = up[up[x]];
    return x;
}

int main() {
    int n, m;
    if (scanf("%d %d", &n, &m) != 2) return 1;
    std::vector<std::array<int, 3>> ways(m);
    for (auto& w : ways)
        if (scanf("%d %d %d", &w[1], &w[2], &w[0]) != 3) return 1;
    std::sort(ways.begin(), ways.end());
    up.resize(n + 1);
    std::iota(up.begin(), up.end(), 0);
    long long cost = 0;
    for (auto& w : ways) {
        int a = root(w[1]), b = root(w[2]);
        if (a == b) continue;
        up[a] = b;
        cost += w[0];
    }
    printf("%lld\n", cost);
}
