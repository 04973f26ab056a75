import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    return numbers[0], list(zip(numbers[2::2], numbers[3::2]))


def solve(given):
    nodes, edges = given
    left, rounds = edges, 0
    waiting = set(range(1, nodes + 1))
    while waiting:
        rounds += 1
        blocked = {to for _, to in left}
        loaded = waiting - blocked
        waiting &= blocked
        left = [rule for rule in left if rule[0] not in loaded]
    return rounds


iron_stopwatch.serve(read, solve, str)
