import iron_stopwatch


def solve(n, tides=[0, 1]):
    while len(tides) <= n:
        tides.append((tides[-1] + tides[-2]) % 1000007)
    return tides[n]


iron_stopwatch.serve(int, solve, str)
