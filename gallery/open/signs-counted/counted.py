import collections

import iron_stopwatch


def solve(signs):
    return max(collections.Counter(signs).values())


iron_stopwatch.serve(lambda text: text.split()[2:], solve, str)
