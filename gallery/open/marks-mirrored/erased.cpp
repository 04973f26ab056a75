string mirrored(string signal) {
    string out;
    while (!signal.empty()) {
        out.push_back(signal.back());
        signal.pop_back();
    }
    return out;
}
