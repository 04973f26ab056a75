import iron_stopwatch


def solve(task):
    loads, k = task
    return sum(sum(loads[i * 131 % len(loads):]) for i in range(k))


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
