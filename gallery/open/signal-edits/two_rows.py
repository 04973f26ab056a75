def edits(sent: str, heard: str) -> int:
    row = list(range(len(heard) + 1))
    for i, a in enumerate(sent, 1):
        new = [i]
        for j, b in enumerate(heard, 1):
            new.append(min(row[j] + 1, new[-1] + 1, row[j - 1] + (a != b)))
        row = new
    return row[-1]
