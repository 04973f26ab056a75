import iron_stopwatch


def solve(words):
    text = ""
    for word in words:
        text = word + " " + text
    return sum(word.startswith(words[0][:2]) for word in text.split())


iron_stopwatch.serve(lambda text: text.split()[1:], solve, str)
