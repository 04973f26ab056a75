import heapq

import iron_stopwatch


def solve(given):
    k, levels = given
    kept = []
    for level in levels:
        if len(kept) < k:
            heapq.heappush(kept, level)
        elif level > kept[0]:
            heapq.heapreplace(kept, level)
    return sum(kept)


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
