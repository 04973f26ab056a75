def turned(chart):
    out = []
    for j in range(len(chart)):
        row = []
        for i in range(len(chart)):
            row = [chart[i][j]] + row
        out.append(row)
    return out
