import iron_stopwatch


def solve(signs):
    count = 0
    for i, sign in enumerate(signs):
        count += any(other.startswith(sign) for j, other in enumerate(signs) if i != j)
    return count


iron_stopwatch.serve(lambda text: text.split()[1:], solve, str)
