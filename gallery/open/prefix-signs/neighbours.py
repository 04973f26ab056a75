import iron_stopwatch


def solve(signs):
    ordered = sorted(signs)
    count = 0
    for i, sign in enumerate(ordered):
        after = i + 1 < len(ordered) and ordered[i + 1].startswith(sign)
        before = i > 0 and ordered[i - 1] == sign
        count += after or before
    return count


iron_stopwatch.serve(lambda text: text.split()[1:], solve, str)
