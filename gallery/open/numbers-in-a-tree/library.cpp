long long asked(const vector<int> &numbers) {
    set<int> all;
    int lowest = 0;
    for (int one : numbers) {
        if (all.empty() || one < *all.begin()) lowest++;
        all.insert(one);
    }
    return lowest + *next(all.begin(), all.size() / 2);
}
