import iron_stopwatch


def solve(text):
    told = 0
    while text:
        run = len(text) - len(text.lstrip(text[0]))
        told += 1 + len(str(run))
        text = text[run:]
    return told


iron_stopwatch.serve(lambda text: text.split()[1], solve, str)
