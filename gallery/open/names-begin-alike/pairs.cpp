int longest(const vector<string>& names) {
    size_t best = 0;
    for (size_t i = 0; i < names.size(); i++)
        for (size_t j = 0; j < i; j++) {
            size_t k = 0;
            while (k < names[i].size() && k < names[j].size() && names[i][k] == names[j][k]) k++;
            best = max(best, k);
        }
    return best;
}
