def tour(far):
    n = len(far)
    best = {(1, 0): 0}
    for _ in range(n - 1):
        longer = {}
        for (seen, at), length in best.items():
            for to in range(n):
                if not seen >> to & 1:
                    key = (seen | 1 << to, to)
                    if longer.get(key, 10**9) > length + far[at][to]:
                        longer[key] = length + far[at][to]
        best = longer
    return min(length + far[at][0] for (_, at), length in best.items())
