import iron_stopwatch


def read(text):
    return [int(word) for word in text.split()][1:]


def solve(lengths):
    queue = list(lengths)
    place = total = 0
    while queue:
        length = queue.pop(0)
        place += 1
        if length % 2 == 0:
            total += place
    return total


iron_stopwatch.serve(read, solve, str)
