import iron_stopwatch


def cells(n, seed):
    rows = []
    for _ in range(n):
        row = []
        for _ in range(n):
            seed = (seed * 1103515245 + 12345) % 2147483648
            row.append(seed % 100)
        rows.append(row)
    return rows


def solve(task):
    n, first, second = task
    a, b = cells(n, first), cells(n, second)
    columns = list(zip(*b))
    return sum(sum(x * y for x, y in zip(a[i], columns[i])) for i in range(n))


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
