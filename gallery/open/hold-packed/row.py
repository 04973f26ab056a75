import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    return numbers[1], list(zip(numbers[2::2], numbers[3::2]))


def solve(given):
    bears, crates = given
    most = [0] * (bears + 1)
    for weight, worth in crates:
        for left in range(bears, weight - 1, -1):
            if most[left - weight] + worth > most[left]:
                most[left] = most[left - weight] + worth
    return most[bears]


iron_stopwatch.serve(read, solve, str)
