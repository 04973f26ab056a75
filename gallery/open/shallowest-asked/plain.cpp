long long shallowest(const vector<int>& depths, const vector<vector<int>>& asked) {
    long long sum = 0;
    for (auto& a : asked) sum += *min_element(depths.begin() + a[0], depths.begin() + a[1] + 1);
    return sum;
}
