def pairs(n):
    return sum(n // a for a in range(1, n + 1))
