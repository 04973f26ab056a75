import iron_stopwatch


def solve(flags):
    counts = {}
    for flag in flags:
        counts[flag] = counts.get(flag, 0) + 1
    return next((flag for flag, count in counts.items() if 2 * count > len(flags)), -1)


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
