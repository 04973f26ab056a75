int missing(vector<int> taken) {
    sort(taken.begin(), taken.end());
    for (int i = 0; i < (int)taken.size(); i++)
        if (taken[i] != i) return i;
    return taken.size();
}
