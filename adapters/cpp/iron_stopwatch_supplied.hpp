// What is left out when a C++ function is pasted: the Iron Stopwatch tool puts this before one that does not
// compile without.
#ifndef IRON_STOPWATCH_SUPPLIED_HPP
#define IRON_STOPWATCH_SUPPLIED_HPP

#include "iron_stopwatch_call.hpp"

// Not all of the library's: those few that nobody pastes take longer to read than all others.
#include <algorithm>
#include <array>
#include <bitset>
#include <cassert>
#include <cctype>
#include <climits>
#include <cmath>
#include <cstdint>
#include <cstdlib>
#include <cstring>
#include <deque>
#include <functional>
#include <iomanip>
#include <iostream>
#include <iterator>
#include <limits>
#include <list>
#include <map>
#include <numeric>
#include <optional>
#include <queue>
#include <set>
#include <sstream>
#include <stack>
#include <string>
#include <string_view>
#include <tuple>
#include <unordered_map>
#include <unordered_set>
#include <utility>
#include <vector>

using namespace std;

#endif
