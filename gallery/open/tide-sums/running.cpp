#include <iostream>

int main() {
    int n = 0, level = 0, even = 0;
    long long sum = 0;
    std::cin >> n;
    for (int hour = 0; hour < n; ++hour) {
        std::cin >> level;
        sum += level;
        if (sum % 2 == 0) ++even;
    }
    std::cout << even << '\n';
}
