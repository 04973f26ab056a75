static vector<long long> times(const vector<long long>& a, const vector<long long>& b) {
    size_t n = a.size();
    vector<long long> c(2 * n);
    if (n <= 8) {
        for (size_t i = 0; i < n; i++)
            for (size_t j = 0; j < n; j++) c[i + j] += a[i] * b[j];
        return c;
    }
    size_t h = n / 2, m = n - h;
    vector<long long> a0(a.begin(), a.begin() + m), a1(a.begin() + m, a.end()), b0(b.begin(), b.begin() + m), b1(b.begin() + m, b.end());
    a1.resize(m);
    b1.resize(m);
    auto low = times(a0, b0), high = times(a1, b1);
    for (size_t i = 0; i < m; i++) a0[i] += a1[i], b0[i] += b1[i];
    auto mid = times(a0, b0);
    for (size_t i = 0; i < 2 * m; i++) {
        long long x = mid[i] - low[i] - high[i];
        c[i] += low[i];
        if (i + m < 2 * n) c[i + m] += x;
        if (i + 2 * m < 2 * n) c[i + 2 * m] += high[i];
    }
    return c;
}

int digits(const vector<int>& a, const vector<int>& b) {
    auto c = times({a.begin(), a.end()}, {b.begin(), b.end()});
    int sum = 0;
    long long carry = 0;
    for (long long d : c) {
        carry += d;
        sum += carry % 10;
        carry /= 10;
    }
    return sum;
}
