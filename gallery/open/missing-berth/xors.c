int missing(int *taken, int n) {
    int x = n;
    for (int i = 0; i < n; i++) x ^= i ^ taken[i];
    return x;
}
