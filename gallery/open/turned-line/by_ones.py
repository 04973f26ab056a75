import iron_stopwatch


def solve(given):
    k, levels = given
    line = list(levels)
    for _ in range(k):
        line.append(line.pop(0))
    return line[len(line) // 2] + sum(line[::10])


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
