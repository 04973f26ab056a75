import iron_stopwatch


def solve(text):
    ends = sorted(text[i:] for i in range(len(text)))
    longest = 0
    for one, other in zip(ends, ends[1:]):
        alike = 0
        for a, b in zip(one, other):
            if a != b:
                break
            alike += 1
        longest = max(longest, alike)
    return longest


iron_stopwatch.serve(lambda text: text.split()[1], solve, str)
