// What keeps a measurement to itself: one at a time on a machine, and processors of its own.
#pragma once

#include <functional>
#include <vector>

namespace iron {

// Held by whoever measures, machine-wide: a lock on $IRON_STOPWATCH_LOCK, by default
// /tmp/iron-stopwatch.lock. Let go when the process ends, however it does.
class MachineLock {
  public:
    // Waits for it; `waiting` is called once if there is something to wait for. Throws Error (interrupted).
    explicit MachineLock(const std::function<void()> &waiting);
    ~MachineLock();
    MachineLock(const MachineLock &) = delete;
    MachineLock &operator=(const MachineLock &) = delete;

  private:
    int fd_ = -1;
};

// The tool keeps to the first processor while this lives.
class Processors {
  public:
    Processors();
    ~Processors();
    Processors(const Processors &) = delete;
    Processors &operator=(const Processors &) = delete;

    // For a solution of one thread, and for others: none in common with the tool where there are several.
    // Empty where there is only one processor.
    std::vector<int> for_one_thread() const;
    std::vector<int> for_many() const;

  private:
    std::vector<int> all_;
};

} // namespace iron
