import heapq
import iron_stopwatch


def solve(task):
    levels, k = task
    total = 0
    for start in range(len(levels) - k + 1):
        heap = levels[start:start + k]
        heapq.heapify(heap)
        for _ in range((k - 1) // 2):
            heapq.heappop(heap)
        total += heap[0]
    return total


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
