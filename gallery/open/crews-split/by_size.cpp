int ways(int n) {
    vector<int> w(n + 1);
    w[0] = 1;
    for (int size = 1; size <= n; size++)
        for (int i = size; i <= n; i++) w[i] = (w[i] + w[i - size]) % 1000007;
    return w[n];
}
