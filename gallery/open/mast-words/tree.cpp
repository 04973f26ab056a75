#include <iron_stopwatch.hpp>
#include <map>
#include <memory>
#include <string>
#include <vector>

std::vector<std::string> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<std::string> words(n);
    for (std::string &word : words)
        in >> word;
    return words;
}

void write(std::ostream &out, long long count) { out << count << '\n'; }

struct Node {
    long long words = 0;
    std::map<char, std::unique_ptr<Node>> next;
};

long long solve(const std::vector<std::string> &words) {
    Node root;
    for (const std::string &word : words) {
        Node *at = &root;
        for (const char flag : word) {
            auto &next = at->next[flag];
            if (!next) next = std::make_unique<Node>();
            at = next.get();
            ++at->words;
        }
    }
    const Node *at = &root;
    for (const char flag : words.front().substr(0, 2))
        at = at->next.at(flag).get();
    return at->words;
}

IRON_STOPWATCH(read, solve, write)
