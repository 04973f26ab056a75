def digits(n):
    return sum(int(d) for i in range(1, n + 1) for d in str(i))
