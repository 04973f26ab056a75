import bisect

import iron_stopwatch


def solve(levels):
    found = 0
    for asked in range(16):
        mark = asked * 62500000
        at = bisect.bisect_left(levels, mark)
        found += at < len(levels) and levels[at] == mark
    return int(found)


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
