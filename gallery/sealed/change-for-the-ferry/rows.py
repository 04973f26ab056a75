import iron_stopwatch


def solve(n):
    ways = [1] + [0] * n
    for coin in (1, 2, 5, 10, 20, 50):
        for amount in range(coin, n + 1):
            ways[amount] = (ways[amount] + ways[amount - coin]) % 1000000007
    return ways[n]


iron_stopwatch.serve(int, solve, str)
