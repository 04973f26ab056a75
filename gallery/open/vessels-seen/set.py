import iron_stopwatch


def solve(numbers):
    seen = set()
    for number in numbers:
        if number not in seen:
            seen.add(number)
    return len(seen)


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, str)
