#include <iron_stopwatch.hpp>
#include <vector>

std::vector<long long> read(std::istream &in) {
    std::vector<long long> all;
    for (long long one = 0; in >> one;)
        all.push_back(one);
    return all;
}

void write(std::ostream &out, const long long &answer) { out << answer << '\n'; }

struct Post {
    long long x, y;
};

long long solve(const std::vector<long long> &task) {
    std::vector<Post> posts;
    for (std::size_t i = 2; i < task.size(); ++i)
        posts.push_back({task[i], task[0] ? task[i] * task[i] : task[i] * 7919 % 100003});
    std::size_t first = 0;
    for (std::size_t i = 1; i < posts.size(); ++i)
        if (posts[i].x < posts[first].x) first = i;
    long long corners = 0;
    std::size_t here = first;
    do {
        ++corners;
        std::size_t next = here == 0 ? 1 : 0;
        for (std::size_t i = 0; i < posts.size(); ++i) {
            if (i == here) continue;
            const Post &a = posts[here], &b = posts[next], &c = posts[i];
            const long long turn = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
            const long long far_b = (b.x - a.x) * (b.x - a.x) + (b.y - a.y) * (b.y - a.y);
            const long long far_c = (c.x - a.x) * (c.x - a.x) + (c.y - a.y) * (c.y - a.y);
            if (turn < 0 || (turn == 0 && far_c > far_b)) next = i;
        }
        here = next;
    } while (here != first);
    return corners;
}

IRON_STOPWATCH(read, solve, write)
