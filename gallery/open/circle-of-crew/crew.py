import iron_stopwatch


def solve(given):
    n, k = given
    circle, at = list(range(n)), 0
    while len(circle) > 1:
        at = (at + k - 1) % len(circle)
        del circle[at]
    return circle[0]


iron_stopwatch.serve(lambda text: tuple(map(int, text.split())), solve, str)
