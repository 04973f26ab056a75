#include <algorithm>
#include <iostream>
#include <list>

int main() {
    std::ios::sync_with_stdio(false);
    int n, q;
    std::cin >> n >> q;
    std::list<int> deep;
    for (int i = 0, d; i < n; i++) std::cin >> d, deep.push_back(d);
    long long sum = 0;
    for (int want; q-- > 0;) {
        std::cin >> want;
        sum += std::distance(deep.begin(), std::lower_bound(deep.begin(), deep.end(), want));
    }
    std::cout << sum << "\n";
}
