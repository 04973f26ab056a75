def hops(reach):
    n = len(reach)
    best = [0] + [n] * (n - 1)
    for i in range(n):
        for j in range(i + 1, min(n, i + reach[i] + 1)):
            if best[i] + 1 < best[j]:
                best[j] = best[i] + 1
    return best[n - 1]
