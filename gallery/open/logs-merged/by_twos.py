import heapq

import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    k = numbers[1]
    return [numbers[2 + i::k] for i in range(k)]


def solve(logs):
    while len(logs) > 1:
        logs = [list(heapq.merge(*logs[i:i + 2])) for i in range(0, len(logs), 2)]
    total = 0
    for place, entry in enumerate(logs[0], 1):
        total = (total + entry * (place % 1000)) % 1000000007
    return total


iron_stopwatch.serve(read, solve, str)
