vector<int> turned(vector<int> names, int k) {
    for (int i = 0; i < k; i++) {
        int first = names[0];
        names.erase(names.begin());
        names.push_back(first);
    }
    return names;
}
