import iron_stopwatch


def solve(given):
    k, levels = given
    seen, pairs = {}, 0
    for level in levels:
        pairs += seen.get(k - level, 0)
        seen[level] = seen.get(level, 0) + 1
    return pairs


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
