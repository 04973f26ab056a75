def longest(channels):
    n = len(channels) + 1
    near = [[] for _ in range(n)]
    for i, up in enumerate(channels):
        near[i + 1].append(up % (i + 1))
        near[up % (i + 1)].append(i + 1)
    best = 0
    for start in range(n):
        far = {start: 0}
        ahead = [start]
        for at in ahead:
            for b in near[at]:
                if b not in far:
                    far[b] = far[at] + 1
                    ahead.append(b)
        best = max(best, far[ahead[-1]])
    return best
