int *in_order(const int *hours, int n, size_t *length) {
    int *a = malloc((n + 1) * sizeof(int));
    for (int i = 0; i < n; i++) a[i] = hours[i];
    int i = 0;
    while (i < n) {
        if (i == 0 || a[i - 1] <= a[i]) {
            i++;
        } else {
            int t = a[i];
            a[i] = a[i - 1];
            a[i - 1] = t;
            i--;
        }
    }
    *length = n;
    return a;
}
