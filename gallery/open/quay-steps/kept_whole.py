import iron_stopwatch


def solve(n):
    ways = [1]
    for step in range(n):
        ways = ways + [sum(ways[-3:]) % 1000000007]
    return ways[-1]


iron_stopwatch.serve(int, solve, str)
