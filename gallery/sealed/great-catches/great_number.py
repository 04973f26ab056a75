import iron_stopwatch
import sys


def solve(task):
    product = 1
    for by in range(2, task[0] + 1):
        product *= by
    sys.set_int_max_str_digits(0)
    return sum(int(digit) for digit in str(product))


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
