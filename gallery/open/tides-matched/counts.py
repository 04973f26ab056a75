from collections import Counter, defaultdict


def triples(tides, d):
    after = Counter(tides)
    before = defaultdict(int)
    total = 0
    for t in tides:
        after[t] -= 1
        total += before[t - d] * after[t + d]
        before[t] += 1
    return total
