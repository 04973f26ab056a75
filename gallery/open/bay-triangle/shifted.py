def row_sum(n):
    return (1 << n) % 10**9
