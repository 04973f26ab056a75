import bisect
import iron_stopwatch


def solve(task):
    levels, k = task
    watch = []
    total = 0
    for i, level in enumerate(levels):
        bisect.insort(watch, level)
        if i >= k:
            del watch[bisect.bisect_left(watch, levels[i - k])]
        if i >= k - 1:
            total += watch[(k - 1) // 2]
    return total


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
