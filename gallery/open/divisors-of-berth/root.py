import math

import iron_stopwatch


def solve(n):
    return sum(1 for a in range(1, math.isqrt(n) + 1) if n % a == 0)


iron_stopwatch.serve(int, solve, str)
