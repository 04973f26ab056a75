import iron_stopwatch


def solve(task):
    levels, k = task
    return sum(max(levels[i:i + k]) for i in range(len(levels) - k + 1))


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
