#include <cstdio>
#include <queue>

int main() {
    int n, k;
    if (scanf("%d %d", &n, &k) != 2) return 1;
    std::priority_queue<int> kept;
    for (int i = 0; i < n; i++) {
        int weight;
        if (scanf("%d", &weight) != 1) return 1;
        kept.push(weight);
        if ((int)kept.size() > k) kept.pop();
    }
    int heaviest = kept.top();
    long long sum = 0;
    while (!kept.empty()) sum += kept.top(), kept.pop();
    printf("%lld %d\n", sum % 1000000007, heaviest);
}
