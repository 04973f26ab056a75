static void reverse(int *a, int from, int to) {
    while (from < --to) {
        int t = a[from];
        a[from++] = a[to];
        a[to] = t;
    }
}

void turned(int *names, int n, int k) {
    reverse(names, 0, k);
    reverse(names, k, n);
    reverse(names, 0, n);
}
