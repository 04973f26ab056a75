import iron_stopwatch


def solve(n):
    one, other = 0, 1
    for _ in range(n):
        one, other = other, one + other
    return one.bit_length()


iron_stopwatch.serve(int, solve, str)
