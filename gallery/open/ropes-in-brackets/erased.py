import iron_stopwatch


def solve(text):
    most = 0
    while text:
        text = text.replace("()", "")
        most += 1
    return most


iron_stopwatch.serve(str.strip, solve, str)
