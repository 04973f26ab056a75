import iron_stopwatch


def solve(task):
    one, two = 1, 0
    for i in range(2, task[0] + 1):
        one, two = two, (i - 1) * (one + two)
    return two


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
