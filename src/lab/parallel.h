// The same work on many things, on several processors.
#pragma once

#include <functional>

namespace iron {

// Calls work(0) … work(count - 1), each once, on at most as many threads as there are processors. The first
// exception is thrown again when all have ended.
void parallel_for(int count, const std::function<void(int)> &work);

} // namespace iron
