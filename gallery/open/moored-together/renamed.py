import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    return numbers[0], list(zip(numbers[2::2], numbers[3::2]))


def solve(given):
    nodes, edges = given
    group = list(range(nodes + 1))
    for one, other in edges:
        gone, stays = group[one], group[other]
        if gone != stays:
            group = [stays if name == gone else name for name in group]
    return len(set(group[1:]))


iron_stopwatch.serve(read, solve, str)
