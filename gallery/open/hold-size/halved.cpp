#include <bits/stdc++.h>
using namespace std;

int trips(const vector<int>& a, long long hold) {
    int count = 1;
    long long load = 0;
    for (int w : a) {
        if (load + w > hold) count++, load = 0;
        load += w;
    }
    return count;
}

int main() {
    int n, v;
    cin >> n >> v;
    vector<int> a(n);
    for (int& w : a) cin >> w;
    long long low = *max_element(a.begin(), a.end()), high = accumulate(a.begin(), a.end(), 0LL);
    while (low < high) {
        long long mid = (low + high) / 2;
        if (trips(a, mid) <= 10) high = mid;
        else low = mid + 1;
    }
    cout << low << endl;
}
