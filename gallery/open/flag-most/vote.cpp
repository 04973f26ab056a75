#include <iostream>
#include <vector>
int main() {
    int n;
    std::cin >> n;
    std::vector<int> flags(n);
    for (int& f : flags) std::cin >> f;
    int held = 0, count = 0;
    for (int f : flags) {
        if (count == 0) held = f;
        count += f == held ? 1 : -1;
    }
    count = 0;
    for (int f : flags) count += f == held;
    std::cout << (2 * count > n ? held : 0) << "\n";
}
