import iron_stopwatch


def read(text):
    return [int(word) for word in text.split()][1:]


def solve(log):
    seen = []
    for buoy in log:
        if buoy not in seen:
            seen.append(buoy)
    return len(seen)


def write(different):
    return f"{different}\n"


iron_stopwatch.serve(read, solve, write)
