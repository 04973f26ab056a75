import iron_stopwatch


def power(base, n):
    if n == 0:
        return 1
    if n == 1:
        return base
    return power(base, n // 2) * power(base, n - n // 2) % 1000000007


def solve(task):
    return power(task[1], task[0])


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
