import heapq

import iron_stopwatch


def solve(levels):
    low, high = [], []
    for level in levels:
        heapq.heappush(low, -level)
        heapq.heappush(high, -heapq.heappop(low))
        if len(high) > len(low) + 1:
            heapq.heappush(low, -heapq.heappop(high))
    return high[0]


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
