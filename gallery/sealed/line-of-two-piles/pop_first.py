import iron_stopwatch


def solve(levels):
    line, total, turn = [], 0, 0
    for one in levels:
        line.append(one)
        if one % 2:
            turn += 1
            total += turn * line.pop(0)
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
