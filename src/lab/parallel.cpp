#include "lab/parallel.h"

#include <algorithm>
#include <atomic>
#include <exception>
#include <mutex>
#include <thread>
#include <vector>

namespace iron {

void parallel_for(int count, const std::function<void(int)> &work) {
    std::atomic<int> next{0};
    std::exception_ptr first;
    std::mutex guard;
    const auto loop = [&] {
        for (int i; (i = next++) < count;) {
            try {
                work(i);
            } catch (...) {
                const std::lock_guard lock(guard);
                if (!first) first = std::current_exception();
            }
        }
    };
    const int threads = std::min<int>(count, std::max(1u, std::thread::hardware_concurrency()));
    std::vector<std::jthread> pool;
    for (int i = 1; i < threads; ++i)
        pool.emplace_back(loop);
    loop();
    pool.clear();
    if (first) std::rethrow_exception(first);
}

} // namespace iron
