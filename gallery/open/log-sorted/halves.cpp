struct Link {
    int hour;
    Link* next;
};

Link* ordered(Link* first, int n) {
    if (n < 2) return first;
    Link* last = first;
    for (int i = 1; i < n / 2; i++) last = last->next;
    Link* second = last->next;
    last->next = nullptr;
    first = ordered(first, n / 2);
    second = ordered(second, n - n / 2);
    Link head{0, nullptr};
    Link* end = &head;
    while (first && second) {
        Link*& smaller = first->hour <= second->hour ? first : second;
        end = end->next = smaller;
        smaller = smaller->next;
    }
    end->next = first ? first : second;
    return head.next;
}

vector<int> in_order(const vector<int>& hours) {
    Link* chain = nullptr;
    for (int hour : hours) chain = new Link{hour, chain};
    chain = ordered(chain, hours.size());
    vector<int> out;
    while (chain) {
        out.push_back(chain->hour);
        Link* gone = chain;
        chain = chain->next;
        delete gone;
    }
    return out;
}
