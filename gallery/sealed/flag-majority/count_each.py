import iron_stopwatch


def solve(flags):
    for flag in flags:
        if 2 * flags.count(flag) > len(flags):
            return flag
    return -1


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
