def shares(n, k):
    ways = [[0] * (n + 1) for _ in range(k + 1)]
    ways[0][0] = 1
    for part in range(1, k + 1):
        for at in range(n + 1):
            ways[part][at] = ways[part - 1][at]
            if at >= part:
                ways[part][at] = (ways[part][at] + ways[part][at - part]) % 1009
    return ways[k][n]
