import bisect

import iron_stopwatch


def solve(levels):
    ordered = []
    for level in levels:
        bisect.insort(ordered, level)
    return sum(i * level for i, level in enumerate(ordered, 1)) % 1000000007


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
