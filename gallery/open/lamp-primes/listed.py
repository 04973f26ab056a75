import iron_stopwatch


def solve(n):
    left = [True] * (n + 1)
    left[0:2] = [False] * min(2, n + 1)
    i = 2
    while i * i <= n:
        if left[i]:
            left[i * i::i] = [False] * len(range(i * i, n + 1, i))
        i += 1
    return sum(left)


iron_stopwatch.serve(int, solve, str)
