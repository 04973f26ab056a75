import iron_stopwatch


def has(levels, mark):
    if not levels:
        return False
    middle = len(levels) // 2
    if levels[middle] == mark:
        return True
    return has(levels[middle + 1:], mark) if levels[middle] < mark else has(levels[:middle], mark)


def solve(levels):
    return sum(has(levels, asked * 62500000) for asked in range(16))


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
