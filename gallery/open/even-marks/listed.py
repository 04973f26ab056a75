import iron_stopwatch


def solve(levels):
    return sum([level for level in levels if level % 2])


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
