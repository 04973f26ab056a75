import iron_stopwatch


def solve(given):
    text, sought = given
    return sum(text[at:at + len(sought)] == sought for at in range(len(text) - len(sought) + 1))


iron_stopwatch.serve(str.split, solve, str)
