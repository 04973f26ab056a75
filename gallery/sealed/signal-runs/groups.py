import iron_stopwatch
import itertools


def solve(text):
    return sum(1 + len(str(len(list(group)))) for _, group in itertools.groupby(text))


iron_stopwatch.serve(lambda text: text.split()[1], solve, str)
