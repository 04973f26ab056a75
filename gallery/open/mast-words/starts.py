import iron_stopwatch


def solve(words):
    return sum(word.startswith(words[0][:2]) for word in words)


iron_stopwatch.serve(lambda text: text.split()[1:], solve, str)
