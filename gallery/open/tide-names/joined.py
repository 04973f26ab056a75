import iron_stopwatch


def solve(names):
    whole = "".join(names)
    return f"{len(whole)} {whole[len(whole) // 2]}"


iron_stopwatch.serve(lambda text: text.split()[1:], solve, str)
