import iron_stopwatch


def solve(levels):
    left = list(levels)
    total, place = 0, 0
    while left:
        total += place * left.pop(0)
        place += 1
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
