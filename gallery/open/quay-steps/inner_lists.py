import iron_stopwatch


def solve(n):
    ways = [1]
    for step in range(1, n + 1):
        ways = ways[-2:] + [sum(ways[-3:]) % 1000000007] if len(ways) > 2 else ways + [sum(ways)]
    return ways[-1]


iron_stopwatch.serve(int, solve, str)
