import iron_stopwatch


def solve(levels):
    left = list(levels)
    for level in levels:
        if level % 2 == 0:
            left.remove(level)
    return sum(left)


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
