vector<int> product(const vector<int>& a, const vector<int>& b) {
    vector<int> out(a.size() + b.size());
    for (size_t i = 0; i < a.size(); i++) {
        int carry = 0;
        for (size_t j = 0; j < b.size(); j++) {
            int sum = out[i + j] + a[i] * b[j] + carry;
            out[i + j] = sum % 10;
            carry = sum / 10;
        }
        out[i + b.size()] += carry;
    }
    while (out.size() > 1 && out.back() == 0) out.pop_back();
    return out;
}
