#include <iron_stopwatch.hpp>
#include <algorithm>
#include <map>
#include <string>
#include <vector>

std::string read(std::istream &in) {
    std::string text;
    in >> text >> text;
    return text;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

struct State {
    std::map<char, int> next;
    int link = -1, length = 0, times = 1;
};

long long solve(const std::string &text) {
    std::vector<State> states(1);
    states.reserve(2 * text.size() + 2);
    int last = 0;
    for (const char letter : text) {
        const int now = static_cast<int>(states.size());
        states.emplace_back();
        states[now].length = states[last].length + 1;
        int at = last;
        for (; at >= 0 && !states[at].next.count(letter); at = states[at].link)
            states[at].next[letter] = now;
        if (at < 0)
            states[now].link = 0;
        else {
            const int to = states[at].next[letter];
            if (states[at].length + 1 == states[to].length)
                states[now].link = to;
            else {
                const int copy = static_cast<int>(states.size());
                states.push_back(states[to]);
                states[copy].length = states[at].length + 1;
                for (; at >= 0 && states[at].next[letter] == to; at = states[at].link)
                    states[at].next[letter] = copy;
                states[to].link = states[now].link = copy;
            }
        }
        last = now;
    }
    int longest = 0; // a state that another leads back to ends at two places
    for (const State &one : states)
        if (one.link >= 0) longest = std::max(longest, states[one.link].length);
    return longest;
}

IRON_STOPWATCH(read, solve, write)
