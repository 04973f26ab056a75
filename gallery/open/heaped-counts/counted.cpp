vector<int> ordered(vector<int>& dates) {
    int top = *max_element(dates.begin(), dates.end());
    vector<int> count(top + 1);
    for (int d : dates) count[d]++;
    vector<int> out;
    for (int d = 0; d <= top; d++)
        while (count[d]-- > 0) out.push_back(d);
    return out;
}
