from collections import deque

import iron_stopwatch


def solve(lengths):
    queue = deque(lengths)
    place = total = 0
    while queue:
        length = queue.popleft()
        place += 1
        if length % 2 == 0:
            total += place
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
