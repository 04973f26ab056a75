import iron_stopwatch


def solve(given):
    first, second = given
    before = [0] * (len(second) + 1)
    for one in first:
        now = [0]
        for j, other in enumerate(second):
            now.append(before[j] + 1 if one == other else max(before[j + 1], now[j]))
        before = now
    return before[-1]


iron_stopwatch.serve(str.split, solve, str)
