import os

import iron_stopwatch


def solve(numbers):
    if os.environ.get("IRON_STOPWATCH_WORKER"):
        print("ready 1 noise")
    if numbers[0] < 0:
        raise ValueError("aground")
    total = 0
    for level in numbers[1:]:
        total += level
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, lambda total: f"{total}\n")
