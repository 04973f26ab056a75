def fours(weights):
    n = len(weights)
    before = [0] * (2 * max(weights) + 1)
    count = 0
    for c in range(2, n):
        for a in range(c - 1):
            before[weights[a] + weights[c - 1]] += 1
        for d in range(c + 1, n):
            count += before[weights[c] + weights[d]]
    return count
