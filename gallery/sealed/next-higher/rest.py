import iron_stopwatch


def solve(levels):
    total = 0
    for hour, level in enumerate(levels):
        for distance, later in enumerate(levels[hour + 1:], 1):
            if later > level:
                total += distance
                break
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
