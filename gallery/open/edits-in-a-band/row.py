def edits(sent, heard, most):
    row = list(range(len(heard) + 1))
    for i, a in enumerate(sent, 1):
        corner, row[0] = row[0], i
        for j, b in enumerate(heard, 1):
            corner, row[j] = row[j], min(row[j] + 1, row[j - 1] + 1, corner + (a != b))
    return min(row[-1], most + 1)
