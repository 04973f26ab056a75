static pair<int, int> farthest(const vector<vector<int>>& next, int from) {
    vector<int> far(next.size(), -1);
    queue<int> ahead;
    ahead.push(from);
    far[from] = 0;
    int last = from;
    while (!ahead.empty()) {
        last = ahead.front();
        ahead.pop();
        for (int b : next[last])
            if (far[b] < 0) far[b] = far[last] + 1, ahead.push(b);
    }
    return {last, far[last]};
}

int longest(const vector<int>& channels) {
    vector<vector<int>> next(channels.size() + 1);
    for (size_t i = 0; i < channels.size(); i++) {
        int up = channels[i] % (i + 1);
        next[i + 1].push_back(up);
        next[up].push_back(i + 1);
    }
    return farthest(next, farthest(next, 0).first).second;
}
