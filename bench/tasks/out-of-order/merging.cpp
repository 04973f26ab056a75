class Solution {
    vector<int> spare;
    long long sorted(vector<int> &a, int from, int to) {
        if (to - from < 2) return 0;
        int middle = (from + to) / 2;
        long long found = sorted(a, from, middle) + sorted(a, middle, to);
        int i = from, j = middle, k = from;
        while (i < middle || j < to) {
            if (j == to || (i < middle && a[i] <= a[j]))
                spare[k++] = a[i++];
            else {
                spare[k++] = a[j++];
                found += middle - i;
            }
        }
        copy(spare.begin() + from, spare.begin() + to, a.begin() + from);
        return found;
    }
    // O(n log n) time, O(n) space
    long long outOfOrder(vector<int> crates) {
        spare.resize(crates.size());
        return sorted(crates, 0, crates.size());
    }
};
