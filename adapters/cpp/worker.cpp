// The worker of the C++ adapter on its own: built once by the tool, and linked into every solution it builds.
#define IRON_STOPWATCH_WORKER_ALONE
#include "iron_stopwatch.hpp"
