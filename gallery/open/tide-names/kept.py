import iron_stopwatch


def solve(names):
    whole, before = "", ""
    for name in names:
        before = whole
        whole = before + name
    return f"{len(whole)} {whole[len(whole) // 2]}"


iron_stopwatch.serve(lambda text: text.split()[1:], solve, str)
