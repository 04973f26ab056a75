long long middles(const vector<int>& levels, int k) {
    long long total = 0;
    vector<int> stretch(k);
    for (size_t i = 0; i + k <= levels.size(); i++) {
        copy(levels.begin() + i, levels.begin() + i + k, stretch.begin());
        nth_element(stretch.begin(), stretch.begin() + k / 2, stretch.end());
        total += stretch[k / 2];
    }
    return total;
}
