int hops(vector<int>& reach) {
    int at = reach.size() - 1, count = 0;
    while (at > 0) {
        for (int i = 0; i < at; i++)
            if (i + reach[i] >= at) {
                at = i;
                count++;
                break;
            }
    }
    return count;
}
