int mirrored(string signal) {
    int n = signal.size(), best = 0;
    for (int c = 0; c < 2 * n - 1; c++) {
        int a = c / 2, b = a + c % 2;
        while (a >= 0 && b < n && signal[a] == signal[b]) { a--; b++; }
        best = max(best, b - a - 1);
    }
    return best;
}
