def digits(a, b):
    x = y = 0
    for d in reversed(a):
        x = 10 * x + d
    for d in reversed(b):
        y = 10 * y + d
    return sum(int(c) for c in str(x * y))
