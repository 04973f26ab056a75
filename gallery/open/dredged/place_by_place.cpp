#include <cstdio>
#include <vector>
#include <algorithm>

int main() {
    int n, k;
    scanf("%d %d", &n, &k);
    std::vector<int> depth(n + 1);
    while (k--) {
        int a, b;
        scanf("%d %d", &a, &b);
        for (int i = a; i <= b; i++) depth[i]++;
    }
    printf("%d\n", *std::max_element(depth.begin(), depth.end()));
}
