import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    k = numbers[1]
    return [numbers[2 + i::k] for i in range(k)]


def merged(one, other):
    both, i, j = [], 0, 0
    while i < len(one) and j < len(other):
        if one[i] <= other[j]:
            both.append(one[i])
            i += 1
        else:
            both.append(other[j])
            j += 1
    return both + one[i:] + other[j:]


def solve(logs):
    all_of_them = []
    for log in logs:
        all_of_them = merged(all_of_them, log)
    total = 0
    for place, entry in enumerate(all_of_them, 1):
        total = (total + entry * (place % 1000)) % 1000000007
    return total


iron_stopwatch.serve(read, solve, str)
