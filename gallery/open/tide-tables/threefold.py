import iron_stopwatch


def solve(n):
    a = [[(7 * i + 11 * j) % 101 for j in range(n)] for i in range(n)]
    columns = list(zip(*a))
    total = 0
    for row in a:
        for column in columns:
            total += sum(x * y for x, y in zip(row, column))
    return total % 1000003


iron_stopwatch.serve(int, solve, str)
