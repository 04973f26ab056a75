import iron_stopwatch


def solve(levels):
    sums = {0}
    for level in levels:
        sums = {one + level for one in sums} | {one - level for one in sums}
    return min(abs(one) for one in sums)


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
