int parts(const string& signal) {
    int n = signal.size();
    vector<int> ends(n);
    iota(ends.begin(), ends.end(), 0);
    sort(ends.begin(), ends.end(), [&](int a, int b) { return strcmp(signal.c_str() + a, signal.c_str() + b) < 0; });
    int count = n - ends[0];
    for (int i = 1; i < n; i++) {
        int same = 0, a = ends[i - 1], b = ends[i];
        while (a + same < n && b + same < n && signal[a + same] == signal[b + same]) same++;
        count += n - b - same;
    }
    return count;
}
