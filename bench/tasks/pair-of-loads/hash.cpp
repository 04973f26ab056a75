// O(n) time, O(n) space
bool hasPair(vector<int> &loads, int target) {
    unordered_set<int> seen;
    for (int load : loads) {
        if (seen.count(target - load)) return true;
        seen.insert(load);
    }
    return false;
}
