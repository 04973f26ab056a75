int hops(const int *reach, int n) {
    int count = 0, end = 0, far = 0;
    for (int i = 0; i + 1 < n; i++) {
        if (i + reach[i] > far) far = i + reach[i];
        if (i == end) {
            count++;
            end = far;
            if (end >= n - 1) break;
        }
    }
    return count;
}
