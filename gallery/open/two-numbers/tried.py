import iron_stopwatch


def solve(n):
    other = n * 5 // 8 + 1
    for divisor in range(min(n, other), 0, -1):
        if n % divisor == 0 and other % divisor == 0:
            return divisor


iron_stopwatch.serve(int, solve, str)
