long long sorted(vector<int>& a, int from, int to) {
    if (to - from < 2) return 0;
    int mid = (from + to) / 2;
    long long found = sorted(a, from, mid) + sorted(a, mid, to);
    vector<int> both;
    int i = from, j = mid;
    while (i < mid || j < to) {
        if (j == to || (i < mid && a[i] <= a[j])) both.push_back(a[i++]);
        else { found += mid - i; both.push_back(a[j++]); }
    }
    copy(both.begin(), both.end(), a.begin() + from);
    return found;
}
long long swaps(vector<int>& barges) {
    return sorted(barges, 0, barges.size());
}
