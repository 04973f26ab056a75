vector<int> turned(vector<int> chain, int k) {
    for (size_t i = 0; i + k <= chain.size(); i += k) reverse(chain.begin() + i, chain.begin() + i + k);
    return chain;
}
