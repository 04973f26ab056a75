import collections

import iron_stopwatch


def solve(given):
    k, levels = given
    line = collections.deque(levels)
    line.rotate(-(k % len(levels)))
    turned = list(line)
    return turned[len(turned) // 2] + sum(turned[::10])


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
