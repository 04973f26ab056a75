#include <algorithm>
#include <iostream>
#include <vector>

int main() {
    int n = 0, number = 0;
    std::cin >> n;
    std::vector<int> seen;
    while (std::cin >> number)
        if (std::find(seen.begin(), seen.end(), number) == seen.end()) seen.push_back(number);
    std::cout << seen.size() << '\n';
}
