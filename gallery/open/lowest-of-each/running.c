int sum(const int *levels, int n) {
    long long total = 0;
    for (int i = 0; i < n; i++) {
        int low = levels[i];
        for (int j = i; j < n; j++) {
            if (levels[j] < low) low = levels[j];
            total += low;
        }
        total %= 1000000007;
    }
    return total;
}
