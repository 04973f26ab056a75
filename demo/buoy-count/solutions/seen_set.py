import iron_stopwatch


def read(text):
    return [int(word) for word in text.split()][1:]


def solve(log):
    seen = set()
    for buoy in log:
        seen.add(buoy)
    return len(seen)


def write(different):
    return f"{different}\n"


iron_stopwatch.serve(read, solve, write)
