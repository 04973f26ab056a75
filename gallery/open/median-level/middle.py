import iron_stopwatch


def solve(levels):
    return sorted(levels)[len(levels) // 2]


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
