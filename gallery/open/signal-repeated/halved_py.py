import iron_stopwatch


def is_twice(text, length):
    seen = set()
    for i in range(len(text) - length + 1):
        part = text[i:i + length]
        if part in seen:
            return True
        seen.add(part)
    return False


def solve(text):
    low, high = 0, len(text) - 1
    while low < high:
        middle = (low + high + 1) // 2
        if is_twice(text, middle):
            low = middle
        else:
            high = middle - 1
    return low


iron_stopwatch.serve(lambda text: text.split()[1], solve, str)
