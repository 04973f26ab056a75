int groups(vector<string>& names) {
    unordered_set<string> seen;
    for (string name : names) {
        sort(name.begin(), name.end());
        seen.insert(name);
    }
    return seen.size();
}
