def ways(fee, coins):
    table = [[0] * (fee + 1) for _ in range(len(coins) + 1)]
    table[0][0] = 1
    for k, c in enumerate(coins, 1):
        for i in range(fee + 1):
            table[k][i] = table[k - 1][i]
            if i >= c:
                table[k][i] = (table[k][i] + table[k][i - c]) % 10**9
    return table[-1][fee]
