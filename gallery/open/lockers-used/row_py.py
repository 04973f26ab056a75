import iron_stopwatch


def solve(task):
    keys, k = task
    used = []
    missing = 0
    for key in keys:
        if key in used:
            used.remove(key)
        else:
            missing += 1
            if len(used) == k:
                used.pop(0)
        used.append(key)
    return missing


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
