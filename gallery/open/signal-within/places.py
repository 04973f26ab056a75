from bisect import bisect_right
from collections import defaultdict

def within(long, short):
    places = defaultdict(list)
    for i, flag in enumerate(long):
        places[flag].append(i)
    at = -1
    for flag in short:
        where = places[flag]
        next_one = bisect_right(where, at)
        if next_one == len(where):
            return 0
        at = where[next_one]
    return 1
