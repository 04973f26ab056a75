import iron_stopwatch


def solve(given):
    text, sought = given
    count, at = 0, text.find(sought)
    while at >= 0:
        count += 1
        at = text.find(sought, at + 1)
    return count


iron_stopwatch.serve(str.split, solve, str)
