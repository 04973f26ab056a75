import bisect

import iron_stopwatch


def solve(levels):
    ends = []
    for level in levels:
        at = bisect.bisect_left(ends, level)
        ends[at:at + 1] = [level]
    return len(ends)


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
