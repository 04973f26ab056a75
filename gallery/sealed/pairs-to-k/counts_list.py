import iron_stopwatch


def solve(given):
    k, levels = given
    pairs = 0
    for at, level in enumerate(levels):
        pairs += levels[:at].count(k - level)
    return pairs


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
