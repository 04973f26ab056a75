import iron_stopwatch


def solve(task):
    levels, k = task
    while True:
        pivot = levels[0]
        more = [one for one in levels if one > pivot]
        same = levels.count(pivot)
        if k <= len(more):
            levels = more
        elif k <= len(more) + same:
            return pivot
        else:
            k -= len(more) + same
            levels = [one for one in levels if one < pivot]


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
