#include <iostream>
#include <vector>
using namespace std;

int main() {
    int n, m;
    cin >> n >> m;
    vector<int> group(n + 1);
    for (int i = 1; i <= n; i++) group[i] = i;
    int left = n;
    for (int q = 0; q < m; q++) {
        int a, b;
        cin >> a >> b;
        int x = group[a], y = group[b];
        if (x == y) continue;
        left--;
        for (int i = 1; i <= n; i++)
            if (group[i] == y) group[i] = x;
    }
    cout << left << endl;
}
