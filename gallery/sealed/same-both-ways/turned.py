import iron_stopwatch


def solve(text):
    count = 0
    for low in range(len(text)):
        for high in range(low + 1, len(text) + 1):
            part = text[low:high]
            count += part == part[::-1]
    return count


iron_stopwatch.serve(str.strip, solve, str)
