int gain(int *prices, int n, int k) {
    int *have = malloc((k + 1) * sizeof(int));
    int *done = calloc(k + 1, sizeof(int));
    for (int t = 0; t <= k; t++) have[t] = -1000000000;
    for (int i = 0; i < n; i++)
        for (int t = k; t >= 1; t--) {
            if (have[t] + prices[i] > done[t]) done[t] = have[t] + prices[i];
            if (done[t - 1] - prices[i] > have[t]) have[t] = done[t - 1] - prices[i];
        }
    int best = done[k];
    free(have);
    free(done);
    return best;
}
