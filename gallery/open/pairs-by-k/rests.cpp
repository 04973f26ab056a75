#include <cstdio>
#include <iostream>
#include <vector>

int main() {
    std::ios::sync_with_stdio(false);
    long long n = 0, k = 0;
    std::cin >> n >> k;
    std::vector<long long> times(static_cast<std::size_t>(k));
    long long all = 0;
    for (long long i = 0, weight = 0; i < n && std::cin >> weight; ++i) {
        const long long rest = weight % k;
        all += times[static_cast<std::size_t>((k - rest) % k)];
        ++times[static_cast<std::size_t>(rest)];
    }
    std::printf("%lld\n", all);
}
