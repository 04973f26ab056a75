import iron_stopwatch


def solve(text):
    last, start, best = {}, 0, 0
    for at, letter in enumerate(text):
        if letter in last and last[letter] >= start:
            start = last[letter] + 1
        last[letter] = at
        best = max(best, at + 1 - start)
    return best


iron_stopwatch.serve(str.strip, solve, str)
