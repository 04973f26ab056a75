import bisect
import iron_stopwatch


def solve(levels):
    row, pairs = [], 0
    for level in levels:
        at = bisect.bisect_right(row, level)
        pairs += len(row) - at
        row.insert(at, level)
    return pairs


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
