def total(chart, asked):
    all = 0
    for top, left, bottom, right in asked:
        for row in range(top, bottom + 1):
            all += sum(chart[row][left:right + 1])
    return all
