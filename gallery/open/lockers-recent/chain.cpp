int fetched(const vector<int>& asked, int k) {
    list<int> order;
    unordered_map<int, list<int>::iterator> at;
    int count = 0;
    for (int locker : asked) {
        auto found = at.find(locker);
        if (found != at.end()) {
            order.splice(order.end(), order, found->second);
            continue;
        }
        count++;
        if ((int)order.size() == k) {
            at.erase(order.front());
            order.pop_front();
        }
        order.push_back(locker);
        at[locker] = prev(order.end());
    }
    return count;
}
