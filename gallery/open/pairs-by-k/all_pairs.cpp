#include <iostream>
#include <vector>

int main() {
    long long n = 0, k = 0;
    std::cin >> n >> k;
    std::vector<long long> weights(static_cast<std::size_t>(n));
    for (long long &weight : weights)
        std::cin >> weight;
    long long all = 0;
    for (std::size_t i = 0; i < weights.size(); ++i)
        for (std::size_t j = i + 1; j < weights.size(); ++j)
            if ((weights[i] + weights[j]) % k == 0) ++all;
    std::cout << all << "\n";
}
