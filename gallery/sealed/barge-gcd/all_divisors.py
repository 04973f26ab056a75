import iron_stopwatch


def solve(task):
    a, b = task
    both = [one for one in range(1, a + 1) if a % one == 0 and b % one == 0]
    return both[-1]


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
