import collections
import iron_stopwatch


def solve(task):
    keys, k = task
    used = collections.OrderedDict()
    missing = 0
    for key in keys:
        if key in used:
            used.move_to_end(key)
            continue
        missing += 1
        if len(used) == k:
            used.popitem(last=False)
        used[key] = True
    return missing


iron_stopwatch.serve(lambda text: (lambda all: (all[2:], all[1]))([int(word) for word in text.split()]), solve, str)
