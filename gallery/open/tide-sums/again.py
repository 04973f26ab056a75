import iron_stopwatch


def solve(levels):
    even = 0
    for hour in range(len(levels)):
        if sum(levels[:hour + 1]) % 2 == 0:
            even += 1
    return even


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
