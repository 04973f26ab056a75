int groups(vector<string>& names) {
    set<array<int, 26>> seen;
    for (const auto& name : names) {
        array<int, 26> count{};
        for (char c : name) count[c - 'a']++;
        seen.insert(count);
    }
    return seen.size();
}
