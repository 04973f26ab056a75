#include <algorithm>
#include <iostream>
#include <vector>

int main() {
    std::ios::sync_with_stdio(false);
    std::cin.tie(nullptr);
    int n, k;
    std::cin >> n >> k;
    std::vector<int> w(n);
    for (auto& x : w) std::cin >> x;
    std::sort(w.begin(), w.end());
    std::cout << w[k - 1] << "\n";
}
