def shortest(kinds, k):
    counts = [0] * k
    best = 0
    start = 0
    for i, kind in enumerate(kinds):
        counts[kind - 1] += 1
        while all(counts):
            if best == 0 or i - start + 1 < best:
                best = i - start + 1
            counts[kinds[start] - 1] -= 1
            start += 1
    return best
