import bisect

import iron_stopwatch


def solve(given):
    k, levels = given
    return bisect.bisect_left(levels, k)


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
