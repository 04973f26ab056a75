static long long cross(const pair<int, int>& o, const pair<int, int>& a, const pair<int, int>& b) {
    return (long long)(a.first - o.first) * (b.second - o.second) - (long long)(a.second - o.second) * (b.first - o.first);
}

long long area(vector<pair<int, int>> buoys) {
    sort(buoys.begin(), buoys.end());
    buoys.erase(unique(buoys.begin(), buoys.end()), buoys.end());
    int n = buoys.size();
    if (n < 3) return 0;
    vector<pair<int, int>> hull;
    for (int side = 0; side < 2; side++) {
        size_t base = hull.size();
        for (auto& p : buoys) {
            while (hull.size() >= base + 2 && cross(hull[hull.size() - 2], hull.back(), p) <= 0) hull.pop_back();
            hull.push_back(p);
        }
        hull.pop_back();
        reverse(buoys.begin(), buoys.end());
    }
    long long sum = 0;
    for (size_t i = 1; i + 1 < hull.size(); i++) sum += cross(hull[0], hull[i], hull[i + 1]);
    return sum;
}
