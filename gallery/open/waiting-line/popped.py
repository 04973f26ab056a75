import iron_stopwatch


def solve(levels):
    line, total, turn = [], 0, 0
    for i, level in enumerate(levels):
        line.append(level)
        if i % 2:
            turn += 1
            total = (total + line.pop(0) * turn) % 1000000007
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
