import iron_stopwatch


def solve(levels):
    waiting, total = [], 0
    for hour, level in enumerate(levels):
        while waiting and levels[waiting[-1]] < level:
            total += hour - waiting.pop()
        waiting.append(hour)
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
