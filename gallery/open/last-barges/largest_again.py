import iron_stopwatch


def solve(given):
    k, levels = given
    left, total = list(levels), 0
    for _ in range(k):
        most = max(left)
        left.remove(most)
        total += most
    return total


iron_stopwatch.serve(lambda text: (int(text.split()[1]), [int(word) for word in text.split()[2:]]), solve, str)
