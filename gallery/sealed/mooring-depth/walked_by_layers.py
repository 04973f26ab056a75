import iron_stopwatch


def solve(above):
    below = [[] for _ in range(len(above) + 1)]
    for i, one in enumerate(above):
        below[one].append(i + 1)
    layer, depth = [0], -1
    while layer:
        layer = [after for one in layer for after in below[one]]
        depth += 1
    return depth


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
