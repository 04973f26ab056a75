int ways(const int *weights, int n, int t) {
    static int made[10001];
    for (int s = 0; s <= t; s++) made[s] = s == 0;
    for (int i = 0; i < n; i++)
        for (int s = t; s >= weights[i]; s--) made[s] = (made[s] + made[s - weights[i]]) % 1000007;
    return made[t];
}
