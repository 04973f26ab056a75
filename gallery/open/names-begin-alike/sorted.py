def longest(names):
    names = sorted(names)
    best = 0
    for a, b in zip(names, names[1:]):
        i = 0
        while i < len(a) and i < len(b) and a[i] == b[i]:
            i += 1
        best = max(best, i)
    return best
