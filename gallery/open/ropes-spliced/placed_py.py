import bisect
import iron_stopwatch


def solve(levels):
    ropes = sorted(levels)
    total = 0
    while len(ropes) > 1:
        both = ropes.pop(0) + ropes.pop(0)
        total += both
        bisect.insort(ropes, both)
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
