def shallows(depths, asked):
    low = [depths]
    width = 1
    while 2 * width <= len(depths):
        last = low[-1]
        low.append([last[i] if last[i] < last[i + width] else last[i + width]
                    for i in range(len(depths) - 2 * width + 1)])
        width *= 2
    total = 0
    for a, b in asked:
        p = (b - a + 1).bit_length() - 1
        total += min(low[p][a], low[p][b - (1 << p) + 1])
    return total
