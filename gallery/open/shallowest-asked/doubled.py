def shallowest(depths, asked):
    rows = [depths]
    width = 1
    while 2 * width <= len(depths):
        before = rows[-1]
        rows.append([min(before[i], before[i + width]) for i in range(len(before) - width)])
        width *= 2
    total = 0
    for a, b in asked:
        level = (b - a + 1).bit_length() - 1
        total += min(rows[level][a], rows[level][b - (1 << level) + 1])
    return total
