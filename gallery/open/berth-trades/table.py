def gain(prices, k):
    n = len(prices)
    best = [[0] * n for _ in range(k + 1)]
    for t in range(1, k + 1):
        kept = -prices[0]
        for day in range(1, n):
            best[t][day] = max(best[t][day - 1], prices[day] + kept)
            kept = max(kept, best[t - 1][day] - prices[day])
    return best[k][n - 1]
