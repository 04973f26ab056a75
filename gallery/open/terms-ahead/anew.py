def level(n, k):
    levels = [1] * k
    while len(levels) <= n:
        levels.append(sum(levels[-k:]) % 1009)
    return levels[n]
