import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    h, w = numbers[:2]
    return [numbers[2 + i * w:2 + (i + 1) * w] for i in range(h)]


def solve(chart):
    sums = [[0] * (len(chart[0]) + 1) for _ in range(len(chart) + 1)]
    most = None
    for i, row in enumerate(chart):
        for j, depth in enumerate(row):
            one = depth + sums[i][j + 1] + sums[i + 1][j] - sums[i][j]
            sums[i + 1][j + 1] = one
            if most is None or one > most:
                most = one
    return most


iron_stopwatch.serve(read, solve, str)
