import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    return list(zip(numbers[1::2], numbers[2::2]))


def solve(watches):
    merged = []
    for start, end in sorted(watches):
        if merged and start <= merged[-1][1]:
            merged[-1] = (merged[-1][0], max(end, merged[-1][1]))
        else:
            merged.append((start, end))
    return sum(end - start for start, end in merged)


iron_stopwatch.serve(read, solve, str)
