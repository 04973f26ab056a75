import iron_stopwatch


def solve(levels):
    ropes = sorted(levels, reverse=True)
    total = 0
    while len(ropes) > 1:
        both = ropes.pop() + ropes.pop()
        total += both
        ropes.append(both)
        ropes.sort(reverse=True)
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
