long long sent_back(const vector<int>& tickets) {
    vector<int> order = tickets;
    sort(order.begin(), order.end());
    queue<int> line;
    for (int t : tickets) line.push(t);
    long long count = 0;
    for (int t : order)
        while (true) {
            int front = line.front();
            line.pop();
            if (front == t) break;
            line.push(front);
            count++;
        }
    return count;
}
