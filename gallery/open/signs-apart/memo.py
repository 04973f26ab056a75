import functools
import sys

import iron_stopwatch


def solve(signs):
    first, second = signs
    sys.setrecursionlimit(10000)

    @functools.lru_cache(maxsize=None)
    def apart(i, j):
        if i == 0 or j == 0:
            return i + j
        if first[i - 1] == second[j - 1]:
            return apart(i - 1, j - 1)
        return 1 + min(apart(i - 1, j), apart(i, j - 1), apart(i - 1, j - 1))

    return apart(len(first), len(second))


iron_stopwatch.serve(str.split, solve, str)
