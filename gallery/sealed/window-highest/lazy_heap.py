import heapq
import iron_stopwatch


def solve(task):
    levels, k = task
    heap, total = [], 0
    for i, level in enumerate(levels):
        heapq.heappush(heap, (-level, i))
        while heap[0][1] + k <= i:
            heapq.heappop(heap)
        if i + 1 >= k:
            total -= heap[0][0]
    return total


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
