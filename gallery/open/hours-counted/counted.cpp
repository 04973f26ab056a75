vector<int> in_order(const vector<int>& hours) {
    int top = *max_element(hours.begin(), hours.end());
    vector<int> counts(top + 1);
    for (int h : hours) counts[h]++;
    vector<int> out;
    for (int h = 0; h <= top; h++)
        for (int c = 0; c < counts[h]; c++) out.push_back(h);
    return out;
}
