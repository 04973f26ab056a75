long long ways(int fee, vector<int>& coins) {
    vector<long long> w(fee + 1);
    w[0] = 1;
    for (int c : coins)
        for (int i = c; i <= fee; i++) w[i] = (w[i] + w[i - c]) % 1000000000;
    return w[fee];
}
