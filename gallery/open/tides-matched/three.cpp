long long triples(const vector<int>& tides, int d) {
    long long count = 0;
    int n = tides.size();
    for (int i = 0; i < n; i++)
        for (int j = i + 1; j < n; j++)
            if (tides[j] == tides[i] + d)
                for (int k = j + 1; k < n; k++) count += tides[k] == tides[j] + d;
    return count;
}
