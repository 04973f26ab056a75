def hops(stones):
    n = len(stones)
    best = [None] * n
    best[0] = 0
    for i in range(n):
        if best[i] is None:
            continue
        for j in range(i + 1, min(n, i + stones[i] + 1)):
            if best[j] is None or best[j] > best[i] + 1:
                best[j] = best[i] + 1
    return -1 if best[-1] is None else best[-1]
