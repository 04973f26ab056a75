void settle(vector<int> &lengths) {
    for (size_t i = 1; i < lengths.size(); ++i) {
        int barge = lengths[i];
        size_t at = i;
        while (at > 0 && lengths[at - 1] > barge) {
            lengths[at] = lengths[at - 1];
            --at;
        }
        lengths[at] = barge;
    }
}
