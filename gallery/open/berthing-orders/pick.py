import iron_stopwatch


def read(text):
    numbers = [int(word) for word in text.split()]
    n = numbers[0]
    return [numbers[1 + i * n:1 + (i + 1) * n] for i in range(n)]


def solve(costs):
    def least(row, left):
        if not left:
            return 0
        return min(costs[row][berth] + least(row + 1, left - {berth}) for berth in left)

    return least(0, frozenset(range(len(costs))))


iron_stopwatch.serve(read, solve, str)
