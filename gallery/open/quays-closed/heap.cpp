int closed(vector<pair<int,int>>& stretches) {
    priority_queue<pair<int,int>, vector<pair<int,int>>, greater<>> next;
    for (auto& s : stretches) next.push(s);
    int total = 0, end = -1;
    while (!next.empty()) {
        auto [a, b] = next.top();
        next.pop();
        if (a > end) { total += b - a; end = b; }
        else if (b > end) { total += b - end; end = b; }
    }
    return total;
}
