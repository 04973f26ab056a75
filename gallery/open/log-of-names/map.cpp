#include <algorithm>
#include <iostream>
#include <map>
#include <string>
#include <vector>
using namespace std;

int main() {
    int n;
    cin >> n;
    map<string, int> counts;
    for (string name; cin >> name;) counts[name]++;
    vector<pair<int, string>> order;
    for (auto& [name, count] : counts) order.push_back({-count, name});
    sort(order.begin(), order.end());
    for (size_t i = 0; i < 3 && i < order.size(); i++) cout << order[i].second << ' ' << -order[i].first << endl;
}
