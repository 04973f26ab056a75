int longest(string flags) {
    int n = flags.size(), best = 0;
    for (int centre = 0; centre < 2 * n - 1; centre++) {
        int left = centre / 2, right = left + centre % 2;
        while (left >= 0 && right < n && flags[left] == flags[right]) {
            left--;
            right++;
        }
        best = max(best, right - left - 1);
    }
    return best;
}
