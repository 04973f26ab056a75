def longest(flags):
    n = len(flags)
    best = 0
    for i in range(n):
        for j in range(i + best, n):
            part = flags[i:j + 1]
            if part == part[::-1]:
                best = len(part)
    return best
