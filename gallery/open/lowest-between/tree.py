def lowest(tides, asked):
    n = len(tides)
    low = [0] * n + tides
    for i in range(n - 1, 0, -1):
        low[i] = min(low[2 * i], low[2 * i + 1])
    total = 0
    for a, b in asked:
        if a > b:
            a, b = b, a
        a += n
        b += n + 1
        best = 10 ** 9
        while a < b:
            if a & 1:
                best = min(best, low[a])
                a += 1
            if b & 1:
                b -= 1
                best = min(best, low[b])
            a //= 2
            b //= 2
        total += best
    return total
