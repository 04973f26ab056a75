import iron_stopwatch


def pair(n):
    if n == 0:
        return 0, 1
    one, other = pair(n // 2)
    first = one * (2 * other - one)
    second = one * one + other * other
    return (second, first + second) if n % 2 else (first, second)


def solve(n):
    return pair(n)[0].bit_length()


iron_stopwatch.serve(int, solve, str)
