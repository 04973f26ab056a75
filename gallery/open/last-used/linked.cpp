#include <iostream>
#include <list>
#include <unordered_map>

int main() {
    int n, k;
    std::cin >> n >> k;
    std::list<int> order;
    std::unordered_map<int, std::list<int>::iterator> where;
    int fetched = 0;
    for (int i = 0; i < n; i++) {
        int chart;
        std::cin >> chart;
        auto found = where.find(chart);
        if (found != where.end()) order.erase(found->second);
        else {
            fetched++;
            if ((int)order.size() == k) {
                where.erase(order.front());
                order.pop_front();
            }
        }
        order.push_back(chart);
        where[chart] = std::prev(order.end());
    }
    std::cout << fetched << "\n";
}
