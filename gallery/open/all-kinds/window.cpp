int shortest(const vector<int>& kinds, int k) {
    vector<int> seen(k + 1);
    int missing = k, best = 0, from = 0;
    for (int i = 0; i < (int)kinds.size(); i++) {
        if (seen[kinds[i]]++ == 0) missing--;
        while (missing == 0) {
            if (best == 0 || i - from + 1 < best) best = i - from + 1;
            if (--seen[kinds[from++]] == 0) missing++;
        }
    }
    return best;
}
