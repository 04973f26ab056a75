#include <iostream>
#include <vector>

std::vector<long long> kept;

long long knots(int i) {
    if (i < 2) return 1;
    if (kept[i] == 0) kept[i] = (knots(i - 1) + knots(i - 2) + 1) % 1000000007;
    return kept[i];
}

int main() {
    int n;
    std::cin >> n;
    kept.resize(n + 1);
    std::cout << knots(n) << std::endl;
}
