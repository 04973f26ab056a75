int digits(const vector<int>& a, const vector<int>& b) {
    vector<long long> c(a.size() + b.size());
    for (size_t i = 0; i < a.size(); i++)
        for (size_t j = 0; j < b.size(); j++) c[i + j] += a[i] * b[j];
    int sum = 0;
    long long carry = 0;
    for (long long d : c) {
        carry += d;
        sum += carry % 10;
        carry /= 10;
    }
    return sum;
}
