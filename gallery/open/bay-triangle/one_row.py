def row_sum(n):
    row = [1]
    for i in range(n):
        row = [1] + [(a + b) % 10**9 for a, b in zip(row, row[1:])] + [1]
    return sum(row) % 10**9
