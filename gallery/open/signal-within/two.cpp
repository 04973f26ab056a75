int within(const string& long_one, const string& short_one) {
    size_t found = 0;
    for (char flag : long_one)
        if (found < short_one.size() && short_one[found] == flag) found++;
    return found == short_one.size();
}
