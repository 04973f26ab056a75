def turned(chart):
    return [list(row) for row in zip(*chart[::-1])]
