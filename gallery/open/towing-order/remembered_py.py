import functools
import iron_stopwatch


def solve(task):
    ends = task[1:]

    @functools.lru_cache(maxsize=None)
    def least(start, stop):
        if stop - start == 1:
            return 0
        return min(least(start, cut) + least(cut, stop) + ends[start] * ends[cut] * ends[stop]
                   for cut in range(start + 1, stop))

    return least(0, task[0])


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
