#include <iron_stopwatch.hpp>
#include <algorithm>
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

std::vector<Post> posts_of(const std::vector<long long> &task) {
    std::vector<Post> posts;
    for (std::size_t i = 2; i < task.size(); ++i)
        posts.push_back({task[i], task[0] ? task[i] * task[i] : task[i] * 7919 % 100003});
    return posts;
}

bool turns_left(const Post &a, const Post &b, const Post &c) {
    return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) > 0;
}

long long solve(const std::vector<long long> &task) {
    std::vector<Post> posts = posts_of(task);
    std::sort(posts.begin(), posts.end(),
              [](const Post &a, const Post &b) { return a.x != b.x ? a.x < b.x : a.y < b.y; });
    std::vector<Post> rope;
    for (int side = 0; side < 2; ++side) {
        const std::size_t begun = rope.size();
        for (const Post &post : posts) {
            while (rope.size() >= begun + 2 && !turns_left(rope[rope.size() - 2], rope.back(), post))
                rope.pop_back();
            rope.push_back(post);
        }
        rope.pop_back();
        std::reverse(posts.begin(), posts.end());
    }
    return static_cast<long long>(rope.size());
}

IRON_STOPWATCH(read, solve, write)
