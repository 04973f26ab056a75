import iron_stopwatch


def solve(task):
    a, b = task
    table = [list(range(len(b) + 1))]
    for i, one in enumerate(a):
        row = [i + 1]
        for j, other in enumerate(b):
            row.append(min(table[-1][j + 1] + 1, row[-1] + 1, table[-1][j] + (one != other)))
        table.append(row)
    return table[-1][-1]


iron_stopwatch.serve(lambda text: text.split()[2:4], solve, str)
