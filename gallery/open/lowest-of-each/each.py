def sum(levels):
    total = 0
    n = len(levels)
    for i in range(n):
        for j in range(i + 1, n + 1):
            total += min(levels[i:j])
    return total % 1000000007

