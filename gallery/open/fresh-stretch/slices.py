import iron_stopwatch


def solve(text):
    best, start = 0, 0
    for at in range(len(text)):
        while text[at] in text[start:at]:
            start += 1
        best = max(best, at + 1 - start)
    return best


iron_stopwatch.serve(str.strip, solve, str)
