import collections

import iron_stopwatch


def sums(levels):
    all_sums = [0]
    for level in levels:
        all_sums += [one + level for one in all_sums]
    return all_sums


def solve(levels):
    half = sum(levels) // 2
    middle = len(levels) // 2
    counted = collections.Counter(sums(levels[:middle]))
    return sum(counted[half - one] for one in sums(levels[middle:]))


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
