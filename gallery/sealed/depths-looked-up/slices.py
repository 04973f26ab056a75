import iron_stopwatch


def place(levels, depth):
    if not levels:
        return 0
    middle = len(levels) // 2
    if levels[middle] < depth:
        return middle + 1 + place(levels[middle + 1:], depth)
    return place(levels[:middle], depth)


def solve(task):
    levels, k = task
    return sum(place(levels, levels[i * 7919 % len(levels)] + 1) for i in range(k))


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
