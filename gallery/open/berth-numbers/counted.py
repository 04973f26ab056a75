import iron_stopwatch


def solve(levels):
    pairs, seen = 0, {}
    for level in levels:
        before = seen.get(level, 0)
        pairs += before
        seen[level] = before + 1
    return pairs


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
