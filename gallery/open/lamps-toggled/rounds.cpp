int lit(int lamps) {
    vector<bool> on(lamps + 1, false);
    for (int i = 1; i <= lamps; i++)
        for (int j = i; j <= lamps; j += i) on[j] = !on[j];
    return count(on.begin(), on.end(), true);
}
