import heapq
import iron_stopwatch


def solve(task):
    levels, k = task
    calls = list(levels)
    heapq.heapify(calls)
    return sum(heapq.heappop(calls) for _ in range(k))


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
