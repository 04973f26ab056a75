// What keeps a measurement to itself: one at a time on a machine, and processors of its own.
#pragma once

#include <functional>
#include <vector>

#include "lab/file_lock.h"

namespace iron {

// Held by whoever measures, machine-wide: a lock on $IRON_STOPWATCH_LOCK, by default
// /tmp/iron-stopwatch.lock.
class MachineLock : public FileLock {
  public:
    explicit MachineLock(const std::function<void()> &waiting);
};

// The tool keeps to the first processor while this lives. With $IRON_STOPWATCH_ROAM set nothing is kept
// anywhere: sessions side by side would all have their solutions on the same processor.
class Processors {
  public:
    Processors();
    ~Processors();
    Processors(const Processors &) = delete;
    Processors &operator=(const Processors &) = delete;

    // What this process was given: for work that nothing is measured beside.
    const std::vector<int> &all() const { return all_; }
    // Lets the tool itself have them all for so long as nothing is measured.
    void while_idle(const std::function<void()> &work) const;
    // For a solution of one thread, and for others: none in common with the tool where there are several.
    // Empty where there is only one processor.
    std::vector<int> for_one_thread() const;
    std::vector<int> for_many() const;

  private:
    std::vector<int> all_;
};

} // namespace iron
