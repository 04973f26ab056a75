import iron_stopwatch


def solve(n):
    before, now = 0, 1
    for _ in range(n - 1):
        before, now = now, before + now
    total = 0
    while now:
        now, low = divmod(now, 10**9)
        total += sum(map(int, str(low)))
    return total


iron_stopwatch.serve(int, solve, str)
