import iron_stopwatch


def less_deep(levels, k):
    if not levels:
        return 0
    middle = len(levels) // 2
    if levels[middle] < k:
        return middle + 1 + less_deep(levels[middle + 1:], k)
    return less_deep(levels[:middle], k)


def solve(given):
    k, levels = given
    return less_deep(levels, k)


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
