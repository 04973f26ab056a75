import iron_stopwatch


def read(text):
    return [int(word) for word in text.split()][1:]


def solve(metres):
    metres = sorted(metres)
    close = 0
    for i in range(1, len(metres)):
        if metres[i] - metres[i - 1] <= 10:
            close += 1
    return close


iron_stopwatch.serve(read, solve, str)
