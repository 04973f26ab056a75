int gain(vector<int>& prices, int k) {
    vector<int> have(k + 1, INT_MIN / 2), done(k + 1, 0);
    for (int p : prices)
        for (int t = 1; t <= k; t++) {
            have[t] = max(have[t], done[t - 1] - p);
            done[t] = max(done[t], have[t] + p);
        }
    return done[k];
}
