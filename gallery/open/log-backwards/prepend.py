import iron_stopwatch


def solve(words):
    text = ""
    for word in words:
        text = word + " " + text
    return text.rfind("7")


iron_stopwatch.serve(lambda text: text.split()[1:], solve, str)
